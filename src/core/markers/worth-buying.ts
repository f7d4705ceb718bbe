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
  const best = bestPurchase(rack, request);
  if (!best || now - best.ladder.cost <= leastSaving) return null;
  const { marker, ladder } = best;
  return { marker, ladder, saves: now - ladder.cost };
}

/** A saving that is worth a purchase, in units of the cost of a ladder. */
const leastSaving = 0.05;

/** The best ladder that holds exactly one bought marker: one search for each rung at which it may stand, instead of one for each marker. */
function bestPurchase<M extends Marker>(rack: readonly M[], request: LadderRequest): Pick<Purchase<M>, 'marker' | 'ladder'> | null {
  const { start, rungs } = request;
  const found: { marker: M; ladder: RankedLadder<M> }[] = [];
  const boughtOf = new Map(
    rack.filter(({ owned }) => !owned).map((marker) => [marker, { ...marker, owned: true, state: 'good' as const }]),
  );
  const sourceOf = new Map([...boughtOf].map(([marker, bought]) => [bought as M, marker]));
  const keep = (ladder: RankedLadder<M> | undefined) => {
    const bought = ladder?.rungs.find((marker) => sourceOf.has(marker));
    if (ladder && bought) found.push({ marker: sourceOf.get(bought) as M, ladder });
  };
  const asked = start && 'markerId' in start ? rack.find(({ id }) => id === start.markerId) : undefined;
  const askedBought = asked && boughtOf.get(asked);
  if (askedBought)
    keep(
      findLadders(
        rack.map((marker) => (marker === asked ? (askedBought as M) : marker)),
        { ...request, most: 1 },
      )[0],
    );
  // The marker asked for stands as it is: its bought twin was tried above.
  const twins = [...sourceOf.keys()].filter((bought) => bought !== askedBought);
  for (let place = 0; place < rungs; place++) {
    const isAllowed = (marker: M, rung: number) => sourceOf.has(marker) === (rung === place);
    keep(findLadders([...rack, ...twins], { ...request, most: 1 }, isAllowed)[0]);
  }
  return found.reduce<(typeof found)[number] | null>((best, one) => (best && best.ladder.cost <= one.ladder.cost ? best : one), null);
}
