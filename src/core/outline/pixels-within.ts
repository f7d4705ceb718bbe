import type { OutlineMm } from './outline';

/** A raster over a plane in mm: its left top, its size in px, and how many px a mm has. */
export type RasterMm = { leftMm: number; topMm: number; width: number; height: number; pxPerMm: number };

/** Calls `fill` for each run of px of a row whose middles lie in outlines, by the even-odd rule: holes are out. `from`: the first px of a run, `to`: the one after its last. */
export function runsWithin(
  { leftMm, topMm, width, height, pxPerMm }: RasterMm,
  outlines: readonly OutlineMm[],
  fill: (from: number, to: number) => void,
): void {
  const ys = outlines.flatMap((outline) => outline.map(([, y]) => y));
  const first = Math.max(0, Math.floor((ys.reduce((least, y) => Math.min(least, y), Number.POSITIVE_INFINITY) - topMm) * pxPerMm) - 1);
  const last = Math.min(height - 1, Math.ceil((ys.reduce((most, y) => Math.max(most, y), Number.NEGATIVE_INFINITY) - topMm) * pxPerMm));
  for (let row = first; row <= last; row++) {
    const y = topMm + (row + 0.5) / pxPerMm;
    const crossings: number[] = [];
    for (const outline of outlines) {
      for (let index = 0; index < outline.length; index++) {
        const [ax, ay] = outline[index]!;
        const [bx, by] = outline[(index + 1) % outline.length]!;
        if (ay > y !== by > y) crossings.push(ax + ((y - ay) / (by - ay)) * (bx - ax));
      }
    }
    crossings.sort((one, other) => one - other);
    for (let pair = 0; pair + 1 < crossings.length; pair += 2) {
      const from = Math.max(0, Math.ceil((crossings[pair]! - leftMm) * pxPerMm - 0.5));
      const to = Math.min(width - 1, Math.floor((crossings[pair + 1]! - leftMm) * pxPerMm - 0.5));
      if (to >= from) fill(row * width + from, row * width + to + 1);
    }
  }
}
