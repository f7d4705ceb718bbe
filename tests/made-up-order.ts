import type { Blend, OrderRequest } from '../src/core/technique/order-plan';
import type { Placing } from '../src/model/placing';
import { seeded } from './seeded';

const mark = (marker: string, lightnessL: number, seconds = 10) => ({ marker, lightnessL, seconds });

/** A made-up picture: blends of elements that touch, some of which wait for others. */
export function madeUpOrder(seed: number, count: number): OrderRequest {
  const random = seeded(seed);
  const pick = (most: number) => Math.floor(random() * most);
  const blends = Array.from({ length: count }, (_, index): Blend => {
    const marks = Array.from({ length: 1 + pick(4) }, () => {
      const number = pick(12);
      return mark(`m${number}`, 20 + 6 * number, 5 + pick(30));
    });
    const after = index > 0 && random() < 0.4 ? [{ blend: `b${pick(index)}`, waitSeconds: pick(3) * 30 }] : [];
    return { id: `b${index}`, elements: [`e${pick(Math.ceil(count * 0.8))}`], marks, ...(after.length > 0 ? { after } : {}) };
  });
  const touching = Array.from({ length: 2 * count }, () => [`e${pick(count)}`, `e${pick(count)}`] as const);
  return { blends, touching };
}

/**
 * The same told plainly, from the words of the contract; null: something comes before what it waits for.
 * @param placings what a hand put at a place, which may.
 */
export function plainCost({ blends, touching }: OrderRequest, order: readonly string[], placings: readonly Placing[] = []) {
  const byHand = new Set(placings.map(({ blend }) => blend));
  const byId = new Map(blends.map((blend) => [blend.id, blend]));
  const own = order.map((id) => byId.get(id) as Blend);
  const ends = new Map<string, number>();
  const starts: number[] = [];
  let now = 0;
  for (const { id, marks, after = [] } of own) {
    for (const { blend } of after) if (!ends.has(blend) && !byHand.has(id) && !byHand.has(blend)) return null;
    const start = Math.max(now, ...after.map(({ blend, waitSeconds }) => (ends.get(blend) ?? Number.NEGATIVE_INFINITY) + waitSeconds));
    starts.push(start);
    now = start + marks.reduce((sum, { seconds }) => sum + seconds, 0);
    ends.set(id, now);
  }
  const laid = own.flatMap(({ marks }) => marks.map(({ marker }) => marker));
  const dark: [string, string][] = [];
  const darkest = ({ marks }: Blend) => Math.min(...marks.map(({ lightnessL }) => lightnessL));
  for (const [index, one] of own.entries()) {
    for (const other of own.slice(index + 1)) {
      const touch = touching.some(
        ([a, b]) =>
          a !== b && ((one.elements.includes(a) && other.elements.includes(b)) || (one.elements.includes(b) && other.elements.includes(a))),
      );
      if (touch && darkest(other) >= darkest(one) + 10) dark.push([one.id, other.id]);
    }
  }
  return { dark, total: now, changes: laid.slice(1).filter((marker, index) => marker !== laid[index]).length, starts };
}

/** All orders of a few things. */
export function permutations<T>(items: readonly T[]): T[][] {
  if (items.length < 2) return [[...items]];
  return items.flatMap((item, index) => permutations([...items.slice(0, index), ...items.slice(index + 1)]).map((rest) => [item, ...rest]));
}
