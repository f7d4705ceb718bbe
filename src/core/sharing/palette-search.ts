import { descend } from './palette-descent';
import type { PaletteProblem } from './palette-problem';

/** Steps in all, steps within one set of ladders, and sets that are looked at; beyond them the best that was found is given with its bound. */
const limits = { steps: 300_000, stepsOfSet: 30_000, sets: 30_000 } as const;

type LadderSet = { ladders: number[]; least: number };
type Found = { choice: number[]; cost: number };

/**
 * The choice of least cost, from a good one that descent finds: sets of ladders are looked at by what they cost at least (each element by itself gets its best of the set), and within a set the
 * elements are decided by branch and bound.
 * @returns the best choice and a bound that none undercuts; null where no set serves every element.
 */
export function searchPalette(search: PaletteProblem): (Found & { bound: number }) | null {
  const ahead = leastFrom(search);
  const greedy = greedySet(search);
  let best: Found | null = greedy && descend(search, greedy);
  const { sets, leftLeast } = setsOf(search, ahead, best?.cost ?? Number.POSITIVE_INFINITY);
  sets.sort((one, other) => one.least - other.least);
  let bound = leftLeast;
  const budget = { steps: limits.steps };
  for (const set of sets) {
    if (best && set.least >= best.cost - 1e-9) break;
    if (best && budget.steps <= 0) {
      bound = Math.min(bound, set.least);
      break;
    }
    const own = { steps: Math.min(budget.steps, limits.stepsOfSet) };
    const { found, leftLeast: left } = withinSet(search, set, best, own);
    budget.steps -= limits.stepsOfSet - own.steps;
    bound = Math.min(bound, left);
    if (found) best = found;
  }
  return best && { ...best, bound: Math.min(best.cost, bound) };
}

/** By ladder: what each element costs at least with it or a later one. */
function leastFrom({ elements, ladders, own }: PaletteProblem): Float64Array[] {
  const rows = Array.from({ length: ladders + 1 }, () => new Float64Array(elements).fill(Number.POSITIVE_INFINITY));
  for (let ladder = ladders - 1; ladder >= 0; ladder--) {
    for (let element = 0; element < elements; element++) {
      rows[ladder]![element] = Math.min(rows[ladder + 1]![element]!, own[element * ladders + ladder]!);
    }
  }
  return rows;
}

/** A set to begin with: the ladder that helps most is added, until there are as many as may be. */
function greedySet({ elements, ladders, own, most }: PaletteProblem): number[] | null {
  const least = new Float64Array(elements).fill(1e9);
  const taken: number[] = [];
  while (taken.length < Math.min(most, ladders)) {
    let [next, gained] = [-1, 0];
    for (let ladder = 0; ladder < ladders; ladder++) {
      let gain = 0;
      for (let element = 0; element < elements; element++) gain += Math.max(0, least[element]! - own[element * ladders + ladder]!);
      if (gain > gained) [next, gained] = [ladder, gain];
    }
    if (next === -1) break;
    taken.push(next);
    for (let element = 0; element < elements; element++) least[element] = Math.min(least[element]!, own[element * ladders + next]!);
  }
  return least.some((cost) => cost === 1e9) ? null : taken;
}

/** Sets of as many ladders as may be that could cost less than a limit, each with what it costs at least. */
function setsOf(
  { elements, ladders, own, most }: PaletteProblem,
  ahead: readonly Float64Array[],
  limit: number,
): { sets: LadderSet[]; leftLeast: number } {
  const sets: LadderSet[] = [];
  const size = Math.min(most, ladders);
  const least = Array.from({ length: size + 1 }, () => new Float64Array(elements).fill(Number.POSITIVE_INFINITY));
  const taken: number[] = [];
  let leftLeast = Number.POSITIVE_INFINITY;
  let visited = 0;
  const go = (from: number) => {
    const depth = taken.length;
    const here = least[depth]!;
    let bound = 0;
    for (let element = 0; element < elements; element++)
      bound += depth === size ? here[element]! : Math.min(here[element]!, ahead[from]![element]!);
    if (bound >= limit - 1e-9) return;
    if (depth === size) {
      sets.push({ ladders: [...taken], least: bound });
      return;
    }
    if (++visited > limits.sets) {
      leftLeast = Math.min(leftLeast, bound);
      return;
    }
    for (let ladder = from; ladder <= ladders - (size - depth); ladder++) {
      const next = least[depth + 1]!;
      for (let element = 0; element < elements; element++) next[element] = Math.min(here[element]!, own[element * ladders + ladder]!);
      taken.push(ladder);
      go(ladder + 1);
      taken.pop();
    }
  };
  go(0);
  return { sets, leftLeast };
}

/** The best choice from one set that costs less than what is known; `leftLeast`: what is left out for want of steps costs at least. */
function withinSet(
  { ladders, own, beside, perMm, order }: PaletteProblem,
  { ladders: set }: LadderSet,
  known: Found | null,
  budget: { steps: number },
): { found: Found | null; leftLeast: number } {
  const rest = new Float64Array(order.length + 1);
  for (let place = order.length - 1; place >= 0; place--) {
    rest[place] = rest[place + 1]! + Math.min(...set.map((ladder) => own[order[place]! * ladders + ladder]!));
  }
  const choice = new Int16Array(order.length).fill(-1);
  const places = set.map((_, index) => index);
  const costs = order.map(() => new Float64Array(set.length));
  const turns = order.map(() => [...places]);
  let found: Found | null = null;
  let least = known?.cost ?? Number.POSITIVE_INFINITY;
  let leftLeast = Number.POSITIVE_INFINITY;
  const go = (place: number, cost: number) => {
    if (place === order.length) {
      least = cost;
      found = { choice: [...choice], cost };
      return;
    }
    const element = order[place]!;
    const own_ = costs[place]!;
    for (const index of places) {
      const ladder = set[index]!;
      let sum = cost + own[element * ladders + ladder]!;
      for (const { other, mm } of beside[element]!) if (choice[other] !== -1) sum += mm * perMm[ladder * ladders + choice[other]!]!;
      own_[index] = sum;
    }
    const turn = turns[place]!.sort((one, other) => own_[one]! - own_[other]! || set[one]! - set[other]!);
    for (const index of turn) {
      const bound = own_[index]! + rest[place + 1]!;
      if (bound >= least - 1e-9) break;
      if (budget.steps <= 0 && least < Number.POSITIVE_INFINITY) {
        leftLeast = Math.min(leftLeast, bound);
        break;
      }
      budget.steps--;
      choice[element] = set[index]!;
      go(place + 1, own_[index]!);
      choice[element] = -1;
    }
  };
  go(0, 0);
  return { found, leftLeast };
}
