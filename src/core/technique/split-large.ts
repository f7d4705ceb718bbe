import { eachBeside, type Field } from './neck-basins';

/** So many directions are tried for a straight cut. */
const directions = 16;
/** A side of a cut is at least so much of the limit, where there are more than two to come of it. */
const leastSide = 0.4;
/** Cuts within this share of the shortest are as good; of those the one that parts most evenly is taken. */
const asGood = 1.03;
/** Pairs of pixels along a bent cut, as against its length. */
const bentPairs = 0.8;
/** Steps of a way over edges and corners, in fifths of a px (Borgefors 1986, as in raster/distance.ts). */
const [straight, diagonal] = [5, 7] as const;

/** `keyOf`: on which side the pixel of that place in its piece lies, by its key: below the cut up to `lastBelow`. */
type Cut = { keyOf: (index: number) => number; lastBelow: number; lengthPx: number; evenness: number };

/** Pieces that lie in a field, by number; a pixel is of one at the most. */
export type Pieces = { field: Field; pieceOf: Int32Array; given: number /** Room for a number a pixel. */; scratch: Int32Array };

export function piecesOf(field: Field): Pieces {
  return { field, pieceOf: new Int32Array(field.mask.length), given: 0, scratch: new Int32Array(field.mask.length) };
}

/** Cuts parts over the limit in two where they are narrowest, and again, until none is. @returns labels from 1, each connected over edges. */
export function splitLarge(field: Field, basins: Int32Array, mostPx: number): Int32Array {
  const labels = new Int32Array(basins.length);
  const byLabel = new Map<number, number[]>();
  for (let i = 0; i < basins.length; i++) {
    const own = basins[i]!;
    if (own === 0) continue;
    const known = byLabel.get(own);
    if (known) known.push(i);
    else byLabel.set(own, [i]);
  }
  const pieces = piecesOf(field);
  const open = [...byLabel.values()];
  let count = 0;
  for (let pixels = open.pop(); pixels; pixels = open.pop()) {
    if (pixels.length <= mostPx) {
      count++;
      for (const i of pixels) labels[i] = count;
      continue;
    }
    const [lowest, highest] =
      pixels.length <= 2 * mostPx ? [pixels.length - mostPx, mostPx] : [leastSide * mostPx, pixels.length - leastSide * mostPx];
    const number = begin(pieces, pixels);
    const cuts = [...straightCuts(pieces, pixels, number, lowest, highest), ...bentCuts(pieces, pixels, number, lowest, highest)];
    const parts = Math.ceil(pixels.length / mostPx);
    open.push(...sidesOf(pieces, pixels, best(cuts, pixels.length, parts) ?? halved(pixels)));
  }
  return labels;
}

/** Marks pixels as one piece. */
export function begin(pieces: Pieces, pixels: readonly number[]): number {
  const number = ++pieces.given;
  for (const i of pixels) pieces.pieceOf[i] = number;
  return number;
}

/** Of the shortest cuts the one whose sides are nearest to a whole number of equal parts. */
function best(cuts: readonly Cut[], area: number, parts: number): Cut | null {
  if (cuts.length === 0) return null;
  const shortest = cuts.reduce((least, { lengthPx }) => Math.min(least, lengthPx), Number.POSITIVE_INFINITY);
  const off = ({ evenness }: Cut) => {
    const share = (evenness * parts) / area;
    return Math.abs(share - Math.max(1, Math.round(share)));
  };
  return cuts.filter(({ lengthPx }) => lengthPx <= asGood * shortest).reduce((one, other) => (off(other) < off(one) ? other : one));
}

/** So odd a piece that no cut leaves enough on both sides: the first half of its pixels. */
function halved(pixels: readonly number[]): Cut {
  return { keyOf: (index) => Number(index >= pixels.length / 2), lastBelow: 0, lengthPx: 0, evenness: 0 };
}

/** Pixels of a piece by their columns and rows, and the places in it of what is right of them and under them where a cut between would be seen, else -1. */
type Spread = { columns: Int32Array; rows: Int32Array; rightOf: Int32Array; underOf: Int32Array };

function spreadOf(
  { field: { width, isLine, mask }, pieceOf, scratch: placeOf }: Pieces,
  pixels: readonly number[],
  number: number,
): Spread {
  const { length } = pixels;
  const [columns, rows] = [new Int32Array(length), new Int32Array(length)];
  const [rightOf, underOf] = [new Int32Array(length).fill(-1), new Int32Array(length).fill(-1)];
  for (let index = 0; index < length; index++) placeOf[pixels[index]!] = index;
  for (let index = 0; index < length; index++) {
    const i = pixels[index]!;
    const column = i % width;
    columns[index] = column;
    rows[index] = (i - column) / width;
    if (isLine[i]) continue;
    if (column + 1 < width && pieceOf[i + 1] === number && !isLine[i + 1]) rightOf[index] = placeOf[i + 1]!;
    if (i + width < mask.length && pieceOf[i + width] === number && !isLine[i + width]) underOf[index] = placeOf[i + width]!;
  }
  return { columns, rows, rightOf, underOf };
}

type Sides = { lowest: number; highest: number; isBent: boolean };

/** Straight cuts through a piece, with at least and at most so many px on their nearer side. */
export function straightCuts(pieces: Pieces, pixels: readonly number[], number: number, lowest: number, highest: number): Cut[] {
  const spread = spreadOf(pieces, pixels, number);
  const { columns, rows } = spread;
  const keys = new Int32Array(pixels.length);
  return Array.from({ length: directions }, (_, turn) => {
    const angle = (Math.PI * turn) / directions;
    const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
    const keyOf = (index: number) => Math.floor(columns[index]! * dx + rows[index]! * dy + 0.5) | 0;
    for (let index = 0; index < keys.length; index++) keys[index] = keyOf(index);
    return cutsAlong(spread, keys, keyOf, { lowest, highest, isBent: false });
  }).flat();
}

/** Cuts at equal distance from an end of a piece. */
function bentCuts(pieces: Pieces, pixels: readonly number[], number: number, lowest: number, highest: number): Cut[] {
  const first = wayFrom(pieces, pixels, number, pixels[0]!);
  let end = 0;
  for (let index = 0; index < pixels.length; index++) if (first[index]! > first[end]!) end = index;
  const keys = wayFrom(pieces, pixels, number, pixels[end]!).map((distance) => Math.floor(distance / straight));
  return cutsAlong(spreadOf(pieces, pixels, number), keys, (index) => keys[index]!, { lowest, highest, isBent: true });
}

/** All cuts between one value of a key and the next whose sides are neither too large nor too small. @param keys of the pixels of a piece, as `keyOf` gives them. */
function cutsAlong({ rightOf, underOf }: Spread, keys: Int32Array, keyOf: Cut['keyOf'], { lowest, highest, isBent }: Sides): Cut[] {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let index = 0; index < keys.length; index++) {
    const key = keys[index]!;
    if (key < least) least = key;
    if (key > most) most = key;
  }
  const count = most - least + 1;
  const areas = new Int32Array(count);
  // Pairs beside and above each other that a cut after a key goes through: counted where they begin, taken off where they end.
  const [across, down] = [new Int32Array(count), new Int32Array(count)];
  for (let index = 0; index < keys.length; index++) {
    const key = keys[index]! - least;
    areas[key]!++;
    const [right, under] = [rightOf[index]!, underOf[index]!];
    if (right >= 0) notePair(across, key, keys[right]! - least);
    if (under >= 0) notePair(down, key, keys[under]! - least);
  }
  const cuts: Cut[] = [];
  let [area, h, v] = [0, 0, 0];
  for (let key = 0; key + 1 < count; key++) {
    area += areas[key]!;
    h += across[key]!;
    v += down[key]!;
    if (area < lowest || area > highest) continue;
    cuts.push({ keyOf, lastBelow: key + least, lengthPx: isBent ? bentPairs * (h + v) : Math.hypot(h, v), evenness: area });
  }
  return cuts;
}

function notePair(counts: Int32Array, one: number, other: number): void {
  if (one === other) return;
  counts[Math.min(one, other)]!++;
  counts[Math.max(one, other)]!--;
}

/** How far each pixel of a piece is from one of them within it, in fifths of a px: by buckets of equal distance. */
function wayFrom({ field: { width }, pieceOf, scratch: way }: Pieces, pixels: readonly number[], number: number, from: number): Int32Array {
  for (const i of pixels) way[i] = -1;
  way[from] = 0;
  const buckets: number[][] = [[from]];
  for (let distance = 0; distance < buckets.length; distance++) {
    for (const i of buckets[distance] ?? []) {
      if (way[i] !== distance) continue;
      const column = i % width;
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          const next = i + dy * width + dx;
          if ((dx === 0 && dy === 0) || column + dx < 0 || column + dx >= width || pieceOf[next] !== number) continue;
          // Round a corner one goes over edges only: else a way would lead through where nothing hangs together.
          if (dx !== 0 && dy !== 0 && pieceOf[i + dx] !== number && pieceOf[i + dy * width] !== number) continue;
          const there = distance + (dx === 0 || dy === 0 ? straight : diagonal);
          if (way[next]! >= 0 && there >= way[next]!) continue;
          way[next] = there;
          buckets[there] ??= [];
          buckets[there].push(next);
        }
      }
    }
  }
  const ways = new Int32Array(pixels.length);
  for (let index = 0; index < pixels.length; index++) ways[index] = way[pixels[index]!]!;
  return ways;
}

/** What hangs together on either side of a cut. */
export function sidesOf(pieces: Pieces, pixels: readonly number[], { keyOf, lastBelow }: Pick<Cut, 'keyOf' | 'lastBelow'>): number[][] {
  const { field, pieceOf } = pieces;
  const [below, above] = [++pieces.given, ++pieces.given];
  for (let index = 0; index < pixels.length; index++) pieceOf[pixels[index]!] = keyOf(index) <= lastBelow ? below : above;
  const found: number[][] = [];
  for (const start of pixels) {
    const side = pieceOf[start]!;
    if (side !== below && side !== above) continue;
    const piece = [start];
    pieceOf[start] = 0;
    for (let at = 0; at < piece.length; at++)
      eachBeside(piece[at]!, field.width, field.mask.length, (next) => {
        if (pieceOf[next] !== side) return;
        pieceOf[next] = 0;
        piece.push(next);
      });
    found.push(piece);
  }
  return found;
}
