import type { Lab } from '#model/marker';
import { linearRgb } from '#core/colour/modes';
import { labBeside, type RgbMean } from './lab-beside';
import type { RgbImage } from './find-page';
import { usualPaper } from './usual-paper';

/** Of a photo's px so many are taken as bare paper: the brightest, but for glints. */
const [paperFrom, paperTo] = [0.9, 0.99] as const;
/** About a place so many px are looked at, as a share of the photo's shorter side. */
const aboutShare = 0.012;
/** A photo is looked at in so many px at the most. */
const mostLookedAt = 200_000;

const median = (values: number[]): number => values.sort((one, other) => one - other)[values.length >> 1] ?? 0;

/** The bare paper of a photo of a stroke: the middle of its bright px. */
function bareOf({ data }: RgbImage): RgbMean {
  const step = 3 * Math.max(1, Math.ceil(data.length / 3 / mostLookedAt));
  const places: number[] = [];
  for (let at = 0; at < data.length; at += step) places.push(at);
  places.sort((one, other) => data[one]! + data[one + 1]! + data[one + 2]! - data[other]! - data[other + 1]! - data[other + 2]!);
  const bright = places.slice(Math.floor(paperFrom * places.length), Math.max(1, Math.floor(paperTo * places.length)));
  return [0, 1, 2].map((channel) => median(bright.map((at) => data[at + channel]!))) as RgbMean;
}

/**
 * The colour of a stroke of ink in a photo, next to the paper that it lies on: the middle of what lies about a place. Streaks and specks count for nothing; a photo
 * is no colorimeter, so it stays a colour that was picked by hand.
 * @param at the place on the stroke, in px. @param paper colour of the bare paper. Default L* 95, neutral.
 * @throws RangeError for a place outside the photo.
 */
export function strokeColour(image: RgbImage, [x, y]: readonly [number, number], paper: Lab = usualPaper): Lab {
  const { width, height, data } = image;
  if (!(x >= 0 && y >= 0 && x < width && y < height)) throw new RangeError('The place lies outside the photo.');
  const reach = Math.max(1, Math.round(aboutShare * Math.min(width, height)));
  const near: number[] = [];
  for (let row = Math.max(0, Math.floor(y) - reach); row <= Math.min(height - 1, Math.floor(y) + reach); row++)
    for (let column = Math.max(0, Math.floor(x) - reach); column <= Math.min(width - 1, Math.floor(x) + reach); column++)
      near.push(3 * (row * width + column));
  const own = [0, 1, 2].map((channel) => median(near.map((at) => data[at + channel]!))) as RgbMean;
  const light = linearRgb({ mode: 'lab65', l: paper.L, a: paper.a, b: paper.b });
  return labBeside(own, bareOf(image), [light.r, light.g, light.b]);
}
