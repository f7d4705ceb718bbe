/// <reference lib="webworker" />
import { madeUpInk } from '#core/camera/made-up-inks';
import type { Camera } from '#core/camera/photograph';
import { photographPicture } from '#core/camera/photograph-picture';
import { photographSheet } from '#core/camera/photograph-sheet';
import { recogniseSheet, type RgbImage } from '#core/swatch/find-page';
import { readSwatches } from '#core/swatch/read-swatches';
import { drawnSheet } from '#core/swatch/swatch-sheet';
import { decoded } from './decoded-photo';
import { offer } from './offer';
import { photographPictureSchema, photographSchema, readSheetSchema, type SheetAnswer } from './swatches-messages';

/** How a made-up photograph is taken: askew, in light that falls off, a little warm. */
const cameraOf = (seed: number): Camera => ({
  ...{ pxPerMm: 7, leanDeg: 8, leanToDeg: (seed * 37) % 360, turnDeg: ((seed % 5) - 2) * 3 },
  ...{ fallOff: 0.2, cast: [0.97, 0.95, 0.86], noiseSigma: 2, table: { L: 35, a: 6, b: 12 }, seed },
});

function asJpeg({ width, height, data }: RgbImage): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no picture in a worker.');
  const rgba = context.createImageData(width, height);
  for (let from = 0, to = 0; from < data.length; to += 4) {
    rgba.data[to] = data[from++]!;
    rgba.data[to + 1] = data[from++]!;
    rgba.data[to + 2] = data[from++]!;
    rgba.data[to + 3] = 255;
  }
  context.putImageData(rgba, 0, 0);
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
}

const api = {
  /** Reads a scan or photo of a sheet that was printed here. */
  async read(request: unknown, onProgress: (share: number) => void): Promise<SheetAnswer> {
    const { file, sheets, paper } = readSheetSchema.parse(request);
    const image = await decoded(file);
    if ('problem' in image) return image;
    onProgress(0.3);
    const [newest] = sheets;
    if (!newest) return { problem: 'No sheet was printed here yet: print one first, then drop its photo.' };
    const layouts = sheets.map(drawnSheet);
    const found = recogniseSheet(image, layouts);
    onProgress(0.6);
    if (!found) {
      // Why none is known, told of the newest one.
      const answer = readSwatches(image, drawnSheet(newest));
      if (!('problem' in answer)) return { sheet: newest.sheet, cells: answer.cells };
      return /another sheet/.test(answer.problem)
        ? {
            problem:
              'This is another sheet than those that were printed here: its number is not known. Print the sheet from here and colour that.',
          }
        : answer;
    }
    const answer = readSwatches(image, found, { paper });
    onProgress(1);
    return 'problem' in answer ? answer : { sheet: found.sheet, cells: answer.cells };
  },

  /** A sheet coloured with made-up inks and photographed askew: JPEG. */
  async photograph(request: unknown): Promise<Blob> {
    const { sheet, thought, seed } = photographSchema.parse(request);
    const paper = { L: 95, a: 0, b: 0 };
    const inks = new Map(thought.map(({ id, lab }) => [id, madeUpInk(id, lab, paper)]));
    // Slips of the hand, so that there is something to look at: one marker in the wrong turn, one cell half filled.
    const { codes } = sheet;
    const [turned, half] = codes.length > 2 ? [codes[seed % codes.length]?.id, codes[(seed + 1) % codes.length]?.id] : [];
    const { width, height, data } = photographSheet(drawnSheet(sheet), {
      inkOf: ({ markerId, coats }) => {
        const ink = inks.get(markerId);
        return ink ? ((coats === 1) === (markerId !== turned) ? ink.oneCoat : ink.twoCoats) : null;
      },
      isHalfFilled: ({ markerId, coats }) => markerId === half && coats === 2,
      paper,
      ...cameraOf(seed),
      streakShare: 0.25,
    });
    return asJpeg({ width, height, data });
  },

  /** A coloured picture as a telephone would see it on the table: JPEG. @throws RangeError when the picture cannot be opened. */
  async photographPicture(request: unknown): Promise<Blob> {
    const { picture, widthMm, seed } = photographPictureSchema.parse(request);
    const image = await decoded(picture);
    if ('problem' in image) throw new RangeError(image.problem);
    return asJpeg(photographPicture(image, widthMm, cameraOf(seed)));
  },
};

export type SwatchesApi = typeof api;

offer(api);
