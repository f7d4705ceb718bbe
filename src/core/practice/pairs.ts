import { runTogether } from '#core/scene/parting';
import { ladderWeights } from '#core/markers/ladder-cost';
import { sharedOut } from './drawn-lots';
import type { InkedMarker } from './order-by-ink';
import { type Told, withoutGuesses } from './told';

/** Two inks and whether what is asked of them is so. */
export type AskedPair = { one: InkedMarker; other: InkedMarker; isSo: boolean };

/** Whether two inks of one hue blend in one step: no wider apart in L* than a ladder may step (core/markers/ladder-cost.ts). */
export const willBlend = (one: InkedMarker, other: InkedMarker): boolean => Math.abs(one.lab.L - other.lab.L) <= ladderWeights.wideStepL;
/** Whether two inks beside each other part: they do not run together (core/scene/parting.ts). */
export const willPart = (one: InkedMarker, other: InkedMarker): boolean => !runTogether(one.lab, other.lab);

/**
 * Pairs for a question with yes and no, as many of the one as of the other where the rack has them.
 * @param isSo what is asked. @param fits which pairs come into question. Default: all.
 */
export function askPairs(
  markers: readonly InkedMarker[],
  {
    count,
    isSo,
    fits = () => true,
  }: { count: number; isSo: (one: InkedMarker, other: InkedMarker) => boolean; fits?: (one: InkedMarker, other: InkedMarker) => boolean },
  random: () => number,
): AskedPair[] {
  const lots = sharedOut(markers, random).slice(0, 80);
  const all = lots.flatMap((one, index) =>
    lots.slice(index + 1).flatMap((other) => (fits(one, other) ? [{ one, other, isSo: isSo(one, other) }] : [])),
  );
  const [yes, no] = [
    sharedOut(
      all.filter((pair) => pair.isSo),
      random,
    ),
    sharedOut(
      all.filter((pair) => !pair.isSo),
      random,
    ),
  ];
  const half = Math.ceil(count / 2);
  return sharedOut(
    [...yes.slice(0, Math.max(half, count - no.length)), ...no.slice(0, Math.max(count - half, count - yes.length))].slice(0, count),
    random,
  );
}

/** @param answers yes or no to each pair. @param reasonOf why a pair is so, or not. */
export function scorePairs(pairs: readonly AskedPair[], answers: readonly boolean[], reasonOf: (pair: AskedPair) => string): Told {
  if (answers.length !== pairs.length) throw new RangeError(`scorePairs expects ${pairs.length} answers, got ${answers.length}.`);
  const wrong = pairs.filter(({ isSo }, index) => isSo !== answers[index]);
  return {
    score: withoutGuesses(pairs.length - wrong.length, wrong.length, 2),
    words: wrong[0] ? reasonOf(wrong[0]) : 'All of them are right.',
  };
}
