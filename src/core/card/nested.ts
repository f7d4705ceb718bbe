import type { Die } from '#model/drawer';
import { united, without } from '#core/outline/clipped';
import { areaMm2, atMiddleOf, type OutlineMm } from '#core/outline/outline';

/** Whether an outline lies wholly inside another one. */
export const liesWithin = (inner: OutlineMm, outer: OutlineMm): boolean => without(inner, united([outer])).length === 0;

/** The next smaller one of a nested set: of those of the same set that lie within a die when their middles meet, the largest; null: there is none. */
export function nextSmaller(die: Die, dies: readonly Die[]): Die | null {
  if (die.set === undefined) return null;
  const inside = dies.filter(
    (own) =>
      own.id !== die.id &&
      own.set === die.set &&
      own.does === 'cuts' &&
      areaMm2(own.outline) < areaMm2(die.outline) &&
      liesWithin(atMiddleOf(own.outline, die.outline), die.outline),
  );
  return inside.sort((one, other) => areaMm2(other.outline) - areaMm2(one.outline))[0] ?? null;
}
