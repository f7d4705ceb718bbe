import type { Marker } from '#model/marker';
import { findLadders, type LadderRequest, type RankedLadder } from './find-ladders';

/** A marker that is not owned and the ladder it would make; `saves` is how much the best cost would fall. */
export type Purchase<M extends Marker> = { marker: M; ladder: RankedLadder<M>; saves: number };

/**
 * Which single marker worth buying would improve the best ladder of a request most; null when none would, or when the rack
 * has nothing that is not owned. Without any ladder yet, the cheapest one that a purchase makes possible.
 */
export function worthBuying<M extends Marker>(rack: readonly M[], request: LadderRequest): Purchase<M> | null {
  const now = findLadders(rack, { ...request, most: 1 })[0]?.cost ?? Number.POSITIVE_INFINITY;
  let best: Purchase<M> | null = null;
  for (const marker of rack) {
    if (marker.owned) continue;
    const bought = { ...marker, owned: true, state: 'good' as const };
    const ladder = findLadders(
      rack.map((other) => (other === marker ? bought : other)),
      { ...request, most: 1 },
    )[0];
    const saves = ladder ? now - ladder.cost : 0;
    if (!ladder || saves <= 0.05) continue;
    if (!best || ladder.cost < best.ladder.cost) best = { marker, ladder, saves };
  }
  return best;
}
