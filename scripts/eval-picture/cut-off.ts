import type { BinaryImage } from '../../src/core/raster/image';
import { findLines } from '../../src/core/picture/lines';
import { toWorkingRaster } from './faults';
import { drawingPx, pagePx, placesOnPage } from './pages';
import type { PreparedPage } from './prepared-page';
import { truthSize } from './truth';

const pxPerMm = 300 / 25.4;

/** Side in px of one drawing cut off its page at the working resolution, with a rim round it. */
export const side = Math.round(drawingPx / 2) + 40;

type Corner = { left: number; top: number };

/** One drawing's part of numbers of the whole page. @param step 1 at the working resolution, 2 at that of the scan. */
export function cutOff(numbers: ArrayLike<number>, { left, top }: Corner, step: 1 | 2 = 1): Int32Array {
  const width = step === 1 ? truthSize.width : pagePx.width;
  return Int32Array.from(
    { length: side * side },
    (_, i) => numbers[step * (top + Math.floor(i / side)) * width + step * (left + (i % side))] ?? 0,
  );
}

export type CutOffDrawing = { code: string; place: Corner; lines: BinaryImage & { pxPerMm: number } };

/** The drawings of a clean page, thinned, each by itself. */
export async function drawingsOf(page: PreparedPage): Promise<CutOffDrawing[]> {
  const { data } = findLines({ ...(await toWorkingRaster(page.thin)), pxPerMm });
  return page.codes.map((code, drawing) => {
    const { x, y } = placesOnPage()[drawing] as { x: number; y: number };
    const place = { left: Math.round(x / 2) - 20, top: Math.round(y / 2) - 20 };
    return { code, place, lines: { width: side, height: side, data: Uint8Array.from(cutOff(data, place)), pxPerMm } };
  });
}
