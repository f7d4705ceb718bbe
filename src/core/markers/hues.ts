import { chromaOf, hueDegOf } from '#core/colour/hue-chroma';
import type { Lab } from '#model/marker';
import hueData from './hues.json';

/** A hue in the words of the craft table. They overlap: a pale brown is a skin tone too. Common practice, no source; the limits are ours. */
export const hueIds = [
  ...(['reds', 'pinks', 'oranges', 'yellows', 'skin tones', 'browns', 'yellow greens'] as const),
  ...(['greens', 'blue greens', 'blues', 'violets', 'warm greys', 'cool greys', 'neutral greys'] as const),
] as const;
export type HueId = (typeof hueIds)[number];

type Range = readonly [from: number, to: number];
type HueRange = { hueDeg: Range; chroma: Range; lightnessL: Range };

const rangeOf = Object.fromEntries(hueData.hues.map(({ id, ...range }) => [id, range])) as unknown as Record<HueId, HueRange>;

/** Under this chroma the hue of an ink is hardly seen. */
const hardlyHuedChroma = 12;
/** The ends of a ladder may lie so many degrees outside the hue of its middle. */
const endsSlackDeg = 8;

const isWithin = ([from, to]: Range, value: number): boolean => value >= from && value <= to;

/** Whether an angle lies in a range that may go over 360 degrees, with so much slack at both ends. */
function isHueWithin([from, to]: Range, hueDeg: number, slackDeg: number): boolean {
  const spanDeg = to - from === 360 ? 360 : (to - from + 360) % 360;
  return (hueDeg - from + slackDeg + 720) % 360 <= spanDeg + 2 * slackDeg;
}

/** Whether an ink is of a hue. */
export function isOfHue(lab: Lab, hue: HueId): boolean {
  const range = rangeOf[hue];
  return isWithin(range.chroma, chromaOf(lab)) && isWithin(range.lightnessL, lab.L) && isHueWithin(range.hueDeg, hueDegOf(lab), 0);
}

/** The rung that the eye names: the one in the middle, of an even number the darker of the two. */
export function middleRung<T>(rungs: readonly T[]): T | undefined {
  return rungs[Math.floor(rungs.length / 2)];
}

/**
 * Whether a ladder is of a hue: its middle is, and no other rung is plainly of another; a red brown is none among browns. Ends so pale or so grey
 * that their hue is hardly seen may be anything.
 */
export function isLadderOfHue(rungs: readonly Lab[], hue: HueId): boolean {
  const middle = middleRung(rungs);
  if (!middle || !isOfHue(middle, hue)) return false;
  const range = rangeOf[hue];
  return rungs.every((lab) => {
    const isGrey = range.chroma[1] <= hardlyHuedChroma;
    if (isGrey) return chromaOf(lab) <= hardlyHuedChroma;
    return chromaOf(lab) < hardlyHuedChroma || isHueWithin(range.hueDeg, hueDegOf(lab), endsSlackDeg);
  });
}

/** Hues that a ladder is of, in the order of the table. */
export function huesOfLadder(rungs: readonly Lab[]): HueId[] {
  return hueIds.filter((hue) => isLadderOfHue(rungs, hue));
}
