import type { Preparation } from '#model/preparation';
import { findSheet } from '#core/photo/find-sheet';
import { fetchBytes } from './server-calls';

/** The corners of the sheet of paper seen on an original, from its preview; null when none is seen. */
export async function sheetOfOriginal(sha256: string): Promise<Preparation['corners'] | null> {
  const png = await fetchBytes(`/api/originals/${sha256}/preview`);
  const image = await createImageBitmap(new Blob([png], { type: 'image/png' }));
  const context = new OffscreenCanvas(image.width, image.height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser gives no canvas to look at the photo.');
  context.drawImage(image, 0, 0);
  const { width, height, data: rgba } = context.getImageData(0, 0, image.width, image.height);
  image.close();
  // The preview is grey: one of its channels tells all.
  const data = Uint8Array.from({ length: width * height }, (_, i) => rgba[4 * i] as number);
  return findSheet({ width, height, data });
}
