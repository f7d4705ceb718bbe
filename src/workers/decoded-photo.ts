/// <reference lib="webworker" />
import type { RgbImage } from '#core/swatch/find-page';
import { mostPhotoPx } from './swatches-messages';

const notOpened = 'The file cannot be opened as a picture. Save it as JPEG or PNG and drop it again.';

/** R, G, B of a picture file, upright as its camera says. @returns a problem in words where it is none. */
export async function decoded(file: Blob): Promise<RgbImage | { problem: string }> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch (error) {
    if (!(error instanceof DOMException)) throw error;
    return { problem: notOpened };
  }
  const { width, height } = bitmap;
  if (width * height > mostPhotoPx) {
    bitmap.close();
    return {
      problem: `The picture has ${Math.round((width * height) / 1e6)} million px; ${mostPhotoPx / 1e6} fit. Scan it with fewer dots per inch: 300 are plenty.`,
    };
  }
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) return { problem: notOpened };
  // What is transparent is paper.
  context.fillStyle = '#fff';
  context.fillRect(0, 0, width, height);
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const rgba = context.getImageData(0, 0, width, height).data;
  const data = new Uint8Array(3 * width * height);
  for (let from = 0, to = 0; to < data.length; from += 4) {
    data[to++] = rgba[from]!;
    data[to++] = rgba[from + 1]!;
    data[to++] = rgba[from + 2]!;
  }
  return { width, height, data };
}
