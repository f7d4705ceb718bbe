import type { GreyImage } from '#core/raster/image';
import { alongCellRow, paperLevels } from '#core/picture/lines';

/** Brings the paper to one white: every pixel is divided by the level of the paper around it, so that a shadow over the sheet goes. */
export function evenLight(image: GreyImage): GreyImage {
  const levels = paperLevels(image);
  const data = new Uint8Array(image.data.length);
  const size = { width: image.width, columns: levels.columns, rows: levels.rows };
  for (let row = 0; row < image.height; row++) {
    const start = row * image.width;
    alongCellRow(levels.paper, size, row, (from, to, first, step) => {
      let paper = first;
      for (let i = start + from; i < start + to; i++, paper += step) {
        data[i] = Math.min(255, Math.round((255 * (image.data[i] as number)) / Math.max(1, paper)));
      }
    });
  }
  return { ...image, data };
}
