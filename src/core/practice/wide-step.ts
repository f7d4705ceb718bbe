import { ladderWeights } from '#core/markers/ladder-cost';
import { sharedOut } from './drawn-lots';
import type { InkedMarker } from './order-by-ink';
import { type Told, withoutGuesses } from './told';

/** A ladder with one step that is too wide: which, from 0 between its first and second. */
export type WideLadder = { rungs: InkedMarker[]; wide: number };

/** Rungs of a ladder that is asked about. */
const rungs = 4;
/** Steps that are not too wide are this narrow at most, in L*: nothing lies at the limit. */
const narrowL = ladderWeights.wideStepL - 6;

/** Ladders from families of a rack, each with exactly one step that is too wide; fewer where the rack has no more. @param families markers of one hue each. */
export function askWideSteps(families: readonly (readonly InkedMarker[])[], count: number, random: () => number): WideLadder[] {
  const found: WideLadder[] = [];
  for (const family of sharedOut(families, random)) {
    if (found.length >= count) break;
    const sorted = [...family].sort((one, other) => other.lab.L - one.lab.L);
    const ladder = oneWide(sorted, random);
    if (ladder) found.push(ladder);
  }
  return found;
}

/** Four of a family, light to dark, with one step that is too wide and none near it; null: the family has none. */
function oneWide(sorted: readonly InkedMarker[], random: () => number): WideLadder | null {
  const stepAt = (list: readonly InkedMarker[], index: number) => list[index]!.lab.L - list[index + 1]!.lab.L;
  const all: WideLadder[] = [];
  const extend = (chosen: InkedMarker[], from: number) => {
    if (chosen.length === rungs) {
      const steps = chosen.slice(1).map((_, index) => stepAt(chosen, index));
      const wide = steps.flatMap((step, index) => (step > ladderWeights.wideStepL ? [index] : []));
      if (wide.length === 1 && steps.every((step, index) => index === wide[0] || (step <= narrowL && step > 2)))
        all.push({ rungs: chosen, wide: wide[0]! });
      return;
    }
    for (let next = from; next < sorted.length; next++) extend([...chosen, sorted[next]!], next + 1);
  };
  extend([], 0);
  return sharedOut(all, random)[0] ?? null;
}

/** @param answers the step of each ladder that was pointed at. */
export function scoreWideSteps(ladders: readonly WideLadder[], answers: readonly number[]): Told {
  if (answers.length !== ladders.length) throw new RangeError(`scoreWideSteps expects ${ladders.length} answers, got ${answers.length}.`);
  const missed = ladders.filter(({ wide }, index) => wide !== answers[index]);
  const [first] = missed;
  return {
    score: withoutGuesses(ladders.length - missed.length, missed.length, rungs - 1),
    words: first
      ? `From ${first.rungs[first.wide]!.code} to ${first.rungs[first.wide + 1]!.code} is the wide step: put one between them.`
      : 'All of them are right.',
  };
}
