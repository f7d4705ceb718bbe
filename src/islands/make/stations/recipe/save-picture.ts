import { downloadName } from '#core/make/download-name';
import { today } from '#islands/shared/today.ts';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import { livingWorker } from '#islands/shared/living-worker.ts';
import { saveFile } from '#islands/shared/save-file.ts';
import { paperHex } from '#ui/colours.ts';
import type { SwatchesApi } from '#workers/swatches.worker';

/** What is painted of a picture, and its lines. */
export type Shown = { make: Make; picture: ColouredPicture; paint: OffscreenCanvas; lines: ImageBitmap };

/** What is painted under the lines, as a PNG of the picture's own resolution. */
async function pictureOf({ picture: { grey }, paint, lines }: Shown): Promise<Blob> {
  const canvas = new OffscreenCanvas(grey.widthPx, grey.heightPx);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no picture beside the screen.');
  context.fillStyle = paperHex;
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.imageSmoothingQuality = 'high';
  context.drawImage(paint, 0, 0, canvas.width, canvas.height);
  context.globalCompositeOperation = 'multiply';
  context.drawImage(lines, 0, 0, canvas.width, canvas.height);
  return canvas.convertToBlob({ type: 'image/png' });
}

const fileName = ({ make, picture }: Shown, what: string, ending: string): string =>
  downloadName(`${make.name}, ${picture.name}`, what, today(), ending);

export async function savePicture(shown: Shown): Promise<void> {
  saveFile(fileName(shown, 'expected look', 'png'), await pictureOf(shown), 'image/png');
}

/** Saves it as a telephone would see it on the table: to try without paper what is done with a photo. */
export async function savePhotograph(shown: Shown): Promise<void> {
  const camera = livingWorker<SwatchesApi>({
    what: 'What photographs',
    create: (name) => new Worker(new URL('../../../../workers/swatches.worker.ts', import.meta.url), { type: 'module', name }),
  });
  try {
    const picture = await pictureOf(shown);
    const seed = Math.floor(Math.random() * 1000);
    const photo = await camera.ask((api) => api.photographPicture({ picture, widthMm: shown.picture.widthMm, seed }));
    saveFile(fileName(shown, 'made-up photo', 'jpg'), photo, 'image/jpeg');
  } finally {
    camera.close();
  }
}
