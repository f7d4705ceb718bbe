import type { Preparation } from '#model/preparation';
import { frameOf } from './frame';
import { assertRaster, type GreyImage } from '#core/raster/image';

/** Cuts a picture out of its original by four corners, bilinear. Beyond the original its rim goes on: white beside grey paper would be
 * taken for the paper. */
export function cutOut(original: GreyImage, preparation: Preparation, widthPx: number, heightPx: number): GreyImage {
  assertRaster(original, 'cutOut');
  const { toOriginal } = frameOf(preparation);
  const { width, height, data } = original;
  const level = (column: number, row: number) =>
    data[Math.max(0, Math.min(height - 1, row)) * width + Math.max(0, Math.min(width - 1, column))] as number;
  const result = new Uint8Array(widthPx * heightPx);
  for (let row = 0; row < heightPx; row++) {
    for (let column = 0; column < widthPx; column++) {
      const [u, v] = toOriginal((column + 0.5) / widthPx, (row + 0.5) / heightPx);
      const x = u * width - 0.5;
      const y = v * height - 0.5;
      const left = Math.floor(x);
      const top = Math.floor(y);
      const upper = level(left, top) * (left + 1 - x) + level(left + 1, top) * (x - left);
      const lower = level(left, top + 1) * (left + 1 - x) + level(left + 1, top + 1) * (x - left);
      result[row * widthPx + column] = Math.round(upper * (top + 1 - y) + lower * (y - top));
    }
  }
  return { width: widthPx, height: heightPx, data: result };
}
