import type { PaletteProblem } from './palette-problem';

/** Rounds of swaps at the most; a round that gains nothing ends it before. */
const mostRounds = 12;

/**
 * A good choice to begin with, by descent: elements change their ladders within a set as long as that gains, and a ladder of the set is changed for
 * one outside where that gains. @returns null where the set does not serve every element.
 */
export function descend(search: PaletteProblem, set: readonly number[]): { choice: number[]; cost: number } | null {
  let best = settle(search, [...set]);
  if (!best) return null;
  let ladders = [...set];
  for (let round = 0; round < mostRounds; round++) {
    let better: { ladders: number[]; found: { choice: number[]; cost: number } } | null = null;
    for (let out = 0; out < ladders.length; out++) {
      for (let next = 0; next < search.ladders; next++) {
        if (ladders.includes(next)) continue;
        const tried = ladders.with(out, next);
        const found = settle(search, tried);
        if (found && found.cost < (better?.found.cost ?? best.cost) - 1e-9) better = { ladders: tried, found };
      }
    }
    if (!better) break;
    ladders = better.ladders;
    best = better.found;
  }
  return best;
}

/** The elements in turn take what costs least beside the others, until none changes any more. */
function settle({ own, ladders, beside, perMm, order }: PaletteProblem, set: readonly number[]): { choice: number[]; cost: number } | null {
  const choice = new Array<number>(order.length).fill(-1);
  for (let turn = 0; turn < 8; turn++) {
    let changed = false;
    for (const element of order) {
      let [best, least] = [-1, Number.POSITIVE_INFINITY];
      for (const ladder of set) {
        let cost = own[element * ladders + ladder]!;
        if (cost === Number.POSITIVE_INFINITY) continue;
        for (const { other, mm } of beside[element]!) if (choice[other]! >= 0) cost += mm * perMm[ladder * ladders + choice[other]!]!;
        if (cost < least) [best, least] = [ladder, cost];
      }
      if (best === -1) return null;
      if (choice[element] !== best) changed = true;
      choice[element] = best;
    }
    if (!changed) break;
  }
  let cost = 0;
  for (const [element, ladder] of choice.entries()) {
    cost += own[element * ladders + ladder]!;
    for (const { other, mm } of beside[element]!) if (other > element) cost += mm * perMm[ladder * ladders + choice[other]!]!;
  }
  return { choice, cost };
}
