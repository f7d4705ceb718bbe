/// <reference lib="webworker" />
import { expose, transfer } from 'comlink';
import { encodeLabelMap } from '#core/picture/label-map';
import { findLines } from '#core/picture/lines';
import { findRegions } from '#core/picture/regions';
import { findRequestSchema, type FoundAnswer } from './regions-messages';

/** First channel of a decoded grey PNG. */
async function greyOf(png: Uint8Array<ArrayBuffer>): Promise<{ width: number; height: number; data: Uint8Array }> {
  const bitmap = await createImageBitmap(new Blob([png], { type: 'image/png' }), { colorSpaceConversion: 'none' });
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser gives no canvas to read the picture with.');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const rgba = context.getImageData(0, 0, width, height).data;
  return { width, height, data: Uint8Array.from({ length: width * height }, (_, i) => rgba[4 * i] as number) };
}

const api = {
  /** Lines, then regions, of a grey PNG; tells its progress. */
  async find(request: unknown, onProgress: (stage: string, share: number) => void): Promise<FoundAnswer> {
    const { png, pxPerMm } = findRequestSchema.parse(request);
    onProgress('Reading the picture', 0.02);
    const grey = await greyOf(png);
    onProgress('Finding the lines', 0.05);
    const lines = findLines({ ...grey, pxPerMm });
    const found = findRegions(lines, { onProgress });
    onProgress('Packing', 0.95);
    const labelMap = encodeLabelMap(found.labels);
    const { labels, ...measures } = found;
    const answer: FoundAnswer = { ...measures, labels, labelMap: labelMap as Uint8Array<ArrayBuffer> };
    return transfer(answer, [labels.buffer, labelMap.buffer as ArrayBuffer]);
  },
};

export type RegionsApi = typeof api;

expose(api);
