import { deltaE00 } from '#core/colour/difference';
import { sharedOut } from './drawn-lots';
import type { InkedMarker } from './order-by-ink';
import { type Told, withoutGuesses } from './told';

/** A code, and the inks one of which it is. */
export type AskedCode = { asked: InkedMarker; inks: InkedMarker[]; isKin: boolean[] };

export const inksOfCode = 4;
/** Inks that are asked about together differ by so much (CIEDE2000): else the eye is asked, not the code. */
const apartDeltaE = 9;

/**
 * "Read this code": codes of which letters tell the hue and digits the depth, each among two inks of its own family and two of others, where the rack has them.
 * @param families markers of one hue each. @returns fewer where the rack has no more.
 */
export function askCodes(families: readonly (readonly InkedMarker[])[], count: number, random: () => number): AskedCode[] {
  const read = families.map((own) => own.filter(({ depth }) => depth !== undefined)).filter((own) => own.length > 1);
  const found: AskedCode[] = [];
  for (const family of sharedOut(read, random)) {
    if (found.length >= count) break;
    const [asked] = sharedOut(family, random);
    if (!asked) continue;
    const inks = [asked];
    const add = (from: readonly InkedMarker[], most: number) => {
      for (const one of sharedOut(from, random))
        if (inks.length < most && inks.every(({ lab }) => deltaE00(lab, one.lab) > apartDeltaE)) inks.push(one);
    };
    add(family, inksOfCode / 2);
    add(read.filter((own) => own !== family).flat(), inksOfCode);
    if (inks.length < inksOfCode) continue;
    const mixed = sharedOut(inks, random);
    found.push({ asked, inks: mixed, isKin: mixed.map(({ id }) => family.some((own) => own.id === id)) });
  }
  return found;
}

/** @param answers id of the ink that was pointed at, for each code. */
export function scoreCodes(codes: readonly AskedCode[], answers: readonly string[]): Told {
  if (answers.length !== codes.length) throw new RangeError(`scoreCodes expects ${codes.length} answers, got ${answers.length}.`);
  const missed = codes.flatMap((code, index) => (code.asked.id === answers[index] ? [] : [{ code, answer: answers[index]! }]));
  const score = withoutGuesses(codes.length - missed.length, missed.length, inksOfCode);
  const [first] = missed;
  if (!first) return { score, words: 'All of them are right.' };
  const { asked, inks, isKin } = first.code;
  const at = inks.findIndex(({ id }) => id === first.answer);
  const ink = inks[at];
  if (!ink || !isKin[at])
    return { score, words: `${asked.code} is of another family than the ink that you chose: its letters tell the hue.` };
  const depth = asked.lab.L < ink.lab.L ? 'darker' : 'lighter';
  return { score, words: `${asked.code} is of that family, and ${depth} than ${ink.code}: its number tells the depth.` };
}
