import type { Field } from './neck-basins';
import { begin, piecesOf, sidesOf, straightCuts } from './split-large';

/** A cut is moved so far at the most, in px of the raster a mm. */
const reachMm = 2;
/** Cuts that are not longer than by so much are as short. */
const asShort = 1.01;

type Border = { one: number; other: number; count: number; x: number; y: number; across: number; down: number };

/** Borders of parts that touch where no line lies: the middle of each, and its length by pairs of pixels. */
function bordersOf({ width, isLine }: Field, labels: Int32Array): Border[] {
  const borders = new Map<number, Border>();
  const note = (i: number, next: number, side: 'across' | 'down') => {
    const [a, b] = [labels[i]!, labels[next]!];
    if (a === 0 || b === 0 || a === b || isLine[i] || isLine[next]) return;
    const [one, other] = a < b ? [a, b] : [b, a];
    const key = one * 100_000 + other;
    const border = borders.get(key) ?? { one, other, count: 0, x: 0, y: 0, across: 0, down: 0 };
    borders.set(key, border);
    border.count++;
    border.x += i % width;
    border.y += Math.floor(i / width);
    border[side]++;
  };
  for (let i = 0; i < labels.length; i++) {
    if (labels[i] === 0) continue;
    if ((i % width) + 1 < width) note(i, i + 1, 'across');
    if (i + width < labels.length) note(i, i + width, 'down');
  }
  return [...borders.values()];
}

/**
 * Makes cuts straight and as short as they can be near where they are; both sides stay within the limit, and each of a piece.
 * @param labels changed in place.
 */
export function straightenCuts(field: Field, labels: Int32Array, { mostPx, pxPerMm }: { mostPx: number; pxPerMm: number }): void {
  const { width } = field;
  for (const { one, other, count, x, y, across, down } of bordersOf(field, labels)) {
    const pixels: number[] = [];
    for (let i = 0; i < labels.length; i++) if (labels[i] === one || labels[i] === other) pixels.push(i);
    const middle = [x / count, y / count] as const;
    const pieces = piecesOf(field);
    const number = begin(pieces, pixels);
    // A bent border is longer than from end to end: by its pairs, less what a slanted one has too many.
    const now = Math.max(Math.hypot(across, down), 0.75 * (across + down));
    const nearest = pixels.reduce((best, i, index) => {
      const away = (at: number) => Math.hypot((pixels[at]! % width) - middle[0], Math.floor(pixels[at]! / width) - middle[1]);
      return i >= 0 && away(index) < away(best) ? index : best;
    }, 0);
    const cuts = straightCuts(pieces, pixels, number, Math.max(1, pixels.length - mostPx), Math.min(mostPx, pixels.length - 1))
      .filter(({ keyOf, lastBelow, lengthPx }) => lengthPx <= asShort * now && Math.abs(keyOf(nearest) - lastBelow) <= reachMm * pxPerMm)
      .sort((a, b) => a.lengthPx - b.lengthPx);
    const [shortest] = cuts;
    if (!shortest) continue;
    // Where the neck is as narrow for a stretch, in the middle of it.
    const alike = cuts
      .filter(({ keyOf, lengthPx }) => keyOf === shortest.keyOf && lengthPx <= asShort * shortest.lengthPx)
      .sort((a, b) => a.lastBelow - b.lastBelow);
    const cut = alike[alike.length >> 1] ?? shortest;
    const sides = sidesOf(pieces, pixels, cut);
    if (sides.length !== 2) continue;
    for (const i of sides[0]!) labels[i] = one;
    for (const i of sides[1]!) labels[i] = other;
  }
}
