import type { BandMap } from './band-map';

/** A band map of one element by itself, in greys: lightest rung nearly white, deepest dark enough to print and light enough for its number. */
export type SmallBandMap = {
  rgba: Uint8ClampedArray<ArrayBuffer>;
  width: number;
  height: number;
  /** Left, top, width and height of what it shows, in px of the picture. */
  box: readonly [number, number, number, number];
};

const [lightestGrey, deepestGrey] = [246, 96] as const;
/** Px round the element. */
const rimPx = 2;

/** Grey of a rung, 0 to 255. */
export function greyOfBand(band: number, rungs: number): number {
  return Math.round(lightestGrey - ((lightestGrey - deepestGrey) * band) / Math.max(1, rungs - 1));
}

/**
 * Paints one element of a map, with a black rim and a line between its bands, so that it is read in black and white; thinned until neither side is longer than `mostPx`.
 * @param number of the element in the map, from 1. @returns null where nothing of it is there.
 */
export function smallBandMap(
  { width, height, scale, elements, bands }: BandMap,
  number: number,
  rungs: number,
  mostPx: number,
): SmallBandMap | null {
  let [left, top, right, bottom] = [width, height, -1, -1];
  for (let i = 0; i < elements.length; i++) {
    if (elements[i] !== number) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    [left, top, right, bottom] = [Math.min(left, x), Math.min(top, y), Math.max(right, x), Math.max(bottom, y)];
  }
  if (right < 0) return null;
  const step = Math.max(1, Math.ceil(Math.max(right - left + 1, bottom - top + 1) / mostPx));
  const [columns, rows] = [Math.ceil((right - left + 1) / step) + 2 * rimPx, Math.ceil((bottom - top + 1) / step) + 2 * rimPx];
  const bandAt = (column: number, row: number): number => {
    const [x, y] = [left + (column - rimPx) * step, top + (row - rimPx) * step];
    if (x < 0 || y < 0 || x >= width || y >= height || elements[y * width + x] !== number) return 0;
    return bands[y * width + x]!;
  };
  const rgba = new Uint8ClampedArray(4 * columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const own = bandAt(column, row);
      const next = [bandAt(column + 1, row), bandAt(column, row + 1)];
      const isEdge = next.some((other) => other !== own);
      if (own === 0 && !isEdge) continue;
      const grey = isEdge ? (own === 0 || next.includes(0) ? 0 : 60) : greyOfBand(own - 1, rungs);
      rgba.set([grey, grey, grey, 255], 4 * (row * columns + column));
    }
  }
  const at = (px: number, from: number) => (from + (px - rimPx) * step) * scale;
  return { rgba, width: columns, height: rows, box: [at(0, left), at(0, top), columns * step * scale, rows * step * scale] };
}
