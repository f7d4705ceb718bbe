import { contours } from 'd3';
import { grown, united, withFewer } from './clipped';
import { areaMm2, isClockwise, type OutlineMm } from './outline';

/** What stands out from paper: row by row, 1 inside. */
export type Silhouette = { width: number; height: number; data: Uint8Array; pxPerMm: number };
export type SilhouetteOptions = {
  /** Paper left round it, in mm; less than 0: pulled in. Default 0. */
  rimMm?: number;
  /** Parts that are smaller are left out, in mm2. Default 4: specks, and what no blade goes round. */
  leastMm2?: number;
};

/** Pixels along the longer side that an outline is traced at: on a card of 150 mm a tenth of a mm is half a pixel. */
const mostPx = 1400;
/** Outlines run straight where they stray from the traced one by less. */
const straightMm = 0.06;

/** The mask with so many pixels in one: set where any of them is. */
function coarse({ width, height, data, pxPerMm }: Silhouette): Silhouette {
  const step = Math.ceil(Math.max(width, height) / mostPx);
  if (step === 1) return { width, height, data, pxPerMm };
  const [across, down] = [Math.ceil(width / step), Math.ceil(height / step)];
  const fewer = new Uint8Array(across * down);
  for (let row = 0; row < height; row++) {
    const to = Math.floor(row / step) * across;
    for (let column = 0; column < width; column++) {
      if (data[row * width + column]) fewer[to + Math.floor(column / step)] = 1;
    }
  }
  return { width: across, height: down, data: fewer, pxPerMm: pxPerMm / step };
}

/**
 * Outer outlines of what stands out from paper, in mm from the left top of the image, the largest first; holes are filled, for paper within is cut out with it. Parts that a rim joins are one.
 * Marching squares (Lorensen and Cline 1987, Marching cubes, in two dimensions), by the library.
 */
export function silhouetteOutlines(mask: Silhouette, { rimMm = 0, leastMm2 = 4 }: SilhouetteOptions = {}): OutlineMm[] {
  const { width, height, data, pxPerMm } = coarse(mask);
  // A rim of paper, so that what touches the edge is closed there.
  const [across, down] = [width + 2, height + 2];
  const framed = new Array<number>(across * down).fill(0);
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) framed[(row + 1) * across + column + 1] = data[row * width + column]!;
  }
  const [shape] = contours().size([across, down]).thresholds([0.5])(framed);
  const outer = (shape?.coordinates ?? []).flatMap(([ring]) =>
    ring ? [ring.slice(0, -1).map(([x = 0, y = 0]) => [(x - 1) / pxPerMm, (y - 1) / pxPerMm] as const)] : [],
  );
  const smooth = united(outer.filter((outline) => areaMm2(outline) >= leastMm2));
  const rimmed = rimMm === 0 ? smooth : united(grown(smooth, rimMm));
  return rimmed
    .filter((outline) => areaMm2(outline) >= leastMm2 && isClockwise(outline))
    .map((outline) => withFewer(outline, straightMm))
    .sort((one, other) => areaMm2(other) - areaMm2(one));
}
