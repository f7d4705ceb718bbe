import { inBoth, netAreaMm2, unitedWithHoles } from '#core/outline/clipped';
import { boundsMm, type OutlineMm } from '#core/outline/outline';
import { type Laid, solidOf } from './laid';

/** How high a thing lies over the front of the base, in mm: its own back, and its own front. */
export type Height = { bottomMm: number; topMm: number };

/** Less than this in common is touching, not lying on. */
const leastCommonMm2 = 0.5;

function boxesMeet(one: OutlineMm, other: OutlineMm): boolean {
  const [a, b] = [boundsMm(one), boundsMm(other)];
  return a.xMm < b.xMm + b.widthMm && b.xMm < a.xMm + a.widthMm && a.yMm < b.yMm + b.heightMm && b.yMm < a.yMm + a.heightMm;
}

/** Area in mm2 that two things both cover. */
export function commonMm2(one: Pick<Laid, 'outline' | 'holes'>, other: Pick<Laid, 'outline' | 'holes'>): number {
  if (!boxesMeet(one.outline, other.outline)) return 0;
  return netAreaMm2(inBoth(unitedWithHoles(solidOf(one)), unitedWithHoles(solidOf(other))));
}

/** Whether a thing takes room in height; an opening and a place kept free do not. */
export const isThere = ({ sort }: Pick<Laid, 'sort'>): boolean => sort !== 'window' && sort !== 'free';

/**
 * Heights of all that lies on a face, from the back to the front: each lies on the highest that it covers a part of, and on its foam.
 * @returns by item id.
 */
export function heightsOf(laid: readonly Laid[]): Map<string, Height> {
  const heights = new Map<string, Height>();
  const below: Laid[] = [];
  for (const own of laid) {
    if (!isThere(own)) continue;
    let bottomMm = 0;
    for (const other of below) {
      const topMm = heights.get(other.item.id)?.topMm ?? 0;
      if (topMm > bottomMm && other.isInside === own.isInside && commonMm2(own, other) > leastCommonMm2) bottomMm = topMm;
    }
    bottomMm += own.item.foamMm ?? 0;
    heights.set(own.item.id, { bottomMm, topMm: bottomMm + own.thicknessMm });
    below.push(own);
  }
  return heights;
}

/** How thick the closed card is: its front and back, the highest that lies on the front, and what lies inside. */
export function totalThicknessMm(laid: readonly Laid[], heights: ReadonlyMap<string, Height>, paperMm: number): number {
  const most = (isInside: boolean) =>
    Math.max(0, ...laid.filter((own) => own.isInside === isInside).map(({ item }) => heights.get(item.id)?.topMm ?? 0));
  return 2 * paperMm + most(false) + most(true);
}
