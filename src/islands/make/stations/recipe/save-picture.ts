import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import { saveFile } from '#islands/shared/save-file.ts';
import { paperHex } from '#ui/colours.ts';

/** Saves what is painted under the lines of a picture as a PNG of its own resolution. */
export async function savePicture(
  make: Make,
  { name, grey }: ColouredPicture,
  paint: OffscreenCanvas | null,
  lines: ImageBitmap | null,
): Promise<void> {
  const canvas = new OffscreenCanvas(grey.widthPx, grey.heightPx);
  const context = canvas.getContext('2d');
  if (!context || !paint || !lines) return;
  context.fillStyle = paperHex;
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.imageSmoothingQuality = 'high';
  context.drawImage(paint, 0, 0, canvas.width, canvas.height);
  context.globalCompositeOperation = 'multiply';
  context.drawImage(lines, 0, 0, canvas.width, canvas.height);
  const file = `${make.name}, ${name}, expected`.replace(/[^\p{L}\p{N} ,-]+/gu, '');
  saveFile(`${file}.png`, await canvas.convertToBlob({ type: 'image/png' }), 'image/png');
}
