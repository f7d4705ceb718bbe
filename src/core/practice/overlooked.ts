import type { KeptBandMap } from '#core/recipe/kept-band-map';
import { awayWords } from './away-words';
import { sharedOut } from './drawn-lots';
import type { Told } from './told';

/** Something that a hand left out: a spot within a part, or a whole small part. */
export type Overlooked = { place: number; kind: 'spot' | 'whole'; pixels: number[] };
/** A picture with things left out. `map`: band 0 is bare paper there. */
export type AskedOverlooked = { map: KeptBandMap; left: Overlooked[] };

/** Radius of a spot, and how near to what was left out a tap counts, as shares of the picture's width. */
const [spotShare, nearShare] = [0.018, 0.02] as const;
/** Parts that are left out whole are no larger than this share of the picture, and no smaller than that; parts with a spot are larger. */
const [leastWhole, mostWhole] = [0.001, 0.02] as const;

/** Leaves some things of a coloured picture white, each of another part. @returns null: the picture has no parts for it. */
export function askOverlooked(map: KeptBandMap, count: number, random: () => number): AskedOverlooked | null {
  const { widthPx, heightPx, owners } = map;
  const bands = map.bands.slice();
  const pixelsOf = new Map<number, number[]>();
  for (let at = 0; at < owners.length; at++) {
    if (owners[at] === 0 || bands[at] === 0) continue;
    const own = pixelsOf.get(owners[at]!) ?? [];
    pixelsOf.set(owners[at]!, own);
    own.push(at);
  }
  const all = owners.length;
  const radius = Math.max(2, spotShare * widthPx);
  const left: Overlooked[] = [];
  for (const [place, pixels] of sharedOut([...pixelsOf], random)) {
    if (left.length >= count) break;
    if (pixels.length >= leastWhole * all && pixels.length <= mostWhole * all) {
      left.push({ place, kind: 'whole', pixels });
      continue;
    }
    // A spot that lies in the part all round.
    for (let tries = 0; tries < 30; tries++) {
      const middle = pixels[Math.floor(random() * pixels.length)] ?? 0;
      const spot = disc(middle, radius, { widthPx, heightPx });
      if (!spot.every((at) => owners[at] === place)) continue;
      left.push({ place, kind: 'spot', pixels: spot });
      break;
    }
  }
  for (const { pixels } of left) for (const at of pixels) bands[at] = 0;
  return left.length > 0 ? { map: { ...map, bands }, left } : null;
}

function disc(middle: number, radius: number, { widthPx, heightPx }: { widthPx: number; heightPx: number }): number[] {
  const [x, y] = [middle % widthPx, Math.floor(middle / widthPx)];
  const found: number[] = [];
  for (let row = Math.max(0, Math.ceil(y - radius)); row <= Math.min(heightPx - 1, y + radius); row++)
    for (let column = Math.max(0, Math.ceil(x - radius)); column <= Math.min(widthPx - 1, x + radius); column++)
      if (Math.hypot(column - x, row - y) <= radius) found.push(row * widthPx + column);
  return found;
}

/** Whether a tap found something that was left out. @param x, y in px of the map. */
export function isFoundBy({ pixels }: Overlooked, { widthPx }: Pick<KeptBandMap, 'widthPx'>, x: number, y: number): boolean {
  const near = nearShare * widthPx;
  return pixels.some((at) => Math.hypot((at % widthPx) + 0.5 - x, Math.floor(at / widthPx) + 0.5 - y) <= near);
}

/**
 * "What is overlooked here?": the share that was found. There are as many taps as things, so that tapping everywhere finds no more than chance.
 * @param taps in px of the map, no more than things that were left out.
 */
export function scoreOverlooked(
  { map, left }: AskedOverlooked,
  taps: readonly (readonly [number, number])[],
  nameOf: (place: number) => string,
): Told {
  if (taps.length > left.length) throw new RangeError(`scoreOverlooked expects ${left.length} taps at the most, got ${taps.length}.`);
  const missed = left.filter((own) => !taps.some(([x, y]) => isFoundBy(own, map, x, y)));
  const score = (left.length - missed.length) / left.length;
  const [first] = missed;
  if (!first) return { score, words: 'Nothing escapes you.' };
  const name = nameOf(first.place);
  if (first.kind === 'whole') return { score, words: `A part of ${name} is not coloured at all.` };
  const isOf = new Set(first.pixels);
  return {
    score,
    words: `A spot is white on ${name}, ${awayWords(map.owners, map.widthPx, first.place, (at) => isOf.has(at)) ?? 'there'}.`,
  };
}
