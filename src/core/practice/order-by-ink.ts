import { sharedOut } from './drawn-lots';
import type { Told } from './told';
import type { Lab } from '#model/marker';

/** `depth`: as its code tells it, where it does. */
export type InkedMarker = { id: string; code: string; lab: Lab; depth?: number };

/** Inks nearer to each other in L* may stand either way. */
const alikeL = 2;

/** Markers for "put these in order, by ink and not by cap": of different lightness, not in order. Fewer where the rack has no more. */
export function askOrder(markers: readonly InkedMarker[], count: number, random: () => number): InkedMarker[] {
  const chosen: InkedMarker[] = [];
  for (const marker of sharedOut(markers, random))
    if (chosen.length < count && chosen.every(({ lab }) => Math.abs(lab.L - marker.lab.L) > 2 * alikeL)) chosen.push(marker);
  return chosen;
}

/**
 * How well an order runs from light to dark: Kendall's tau (1938, A new measure of rank correlation, Biometrika 30) of what was said and of the inks, nothing where it is none or runs backwards.
 * @param answer ids, the lightest first.
 */
export function scoreOrder(asked: readonly InkedMarker[], answer: readonly string[]): Told {
  const order = answer.map((id) => asked.find((marker) => marker.id === id));
  const known = order.filter((marker): marker is InkedMarker => marker !== undefined);
  if (known.length !== asked.length || new Set(answer).size !== asked.length) throw new RangeError('scoreOrder expects each marker once.');
  let [right, wrong] = [0, 0];
  let worst: { light: InkedMarker; dark: InkedMarker; apart: number } | null = null;
  for (const [index, first] of known.entries()) {
    for (const second of known.slice(index + 1)) {
      const apart = second.lab.L - first.lab.L;
      if (Math.abs(apart) <= alikeL) continue;
      if (apart < 0) right += 1;
      else {
        wrong += 1;
        if (!worst || apart > worst.apart) worst = { light: second, dark: first, apart };
      }
    }
  }
  const score = right + wrong === 0 ? 0 : Math.max(0, (right - wrong) / (right + wrong));
  return {
    score,
    words: worst ? `${worst.light.code} is lighter on paper than ${worst.dark.code}, whatever the caps look like.` : 'In order, by ink.',
  };
}
