import { at } from '#core/raster/image';
import { type Form, inflate } from './inflate';

/** Softened rim of the forms of a picture: 0 would blacken a thin line all round (trials: 0.15 to 0.2 of the height). */
const softening = 0.18;

/** A part of the picture cut out: where its left top stands in the picture, in px. */
export type PlacedForm = { left: number; top: number; form: Form };

/** Bounds of every label: left, top, right, bottom in px, inclusive; four numbers a label. */
export function boundsOfLabels(labels: Uint16Array, width: number): Int32Array {
  let most = 0;
  for (let i = 0; i < labels.length; i++) most = Math.max(most, at(labels, i));
  const bounds = new Int32Array(4 * (most + 1)).fill(-1);
  for (let i = 0; i < labels.length; i++) {
    const start = 4 * at(labels, i);
    const column = i % width;
    const row = Math.floor(i / width);
    if (at(bounds, start) < 0) {
      bounds.set([column, row, column, row], start);
      continue;
    }
    if (column < at(bounds, start)) bounds[start] = column;
    if (column > at(bounds, start + 2)) bounds[start + 2] = column;
    bounds[start + 3] = row;
  }
  return bounds;
}

/**
 * Form of the union of some regions, cut out of the picture with a rim of one px. Regions that touch swell as one thing, since
 * the pixels under their common line belong to them; separate ones swell each by itself.
 * @returns null when none of the labels is in the picture.
 */
export function formOfRegions(labels: Uint16Array, width: number, bounds: Int32Array, wanted: readonly number[]): PlacedForm | null {
  const present = wanted.filter((label) => 4 * label < bounds.length && at(bounds, 4 * label) >= 0);
  if (present.length === 0) return null;
  const left = Math.min(...present.map((label) => at(bounds, 4 * label)));
  const top = Math.min(...present.map((label) => at(bounds, 4 * label + 1)));
  const right = Math.max(...present.map((label) => at(bounds, 4 * label + 2)));
  const bottom = Math.max(...present.map((label) => at(bounds, 4 * label + 3)));
  const isWanted = new Uint8Array(65536);
  for (const label of present) isWanted[label] = 1;
  const maskWidth = right - left + 3;
  const maskHeight = bottom - top + 3;
  const data = new Uint8Array(maskWidth * maskHeight);
  for (let row = top; row <= bottom; row++) {
    for (let column = left; column <= right; column++) {
      if (at(isWanted, at(labels, row * width + column))) data[(row - top + 1) * maskWidth + column - left + 1] = 1;
    }
  }
  return { left: left - 1, top: top - 1, form: inflate({ width: maskWidth, height: maskHeight, data }, { softening }) };
}
