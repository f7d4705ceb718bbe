/// <reference lib="webworker" />
import { transfer } from 'comlink';
import type { LineSettings } from '#model/reading';
import { betweenFrames } from '#core/photo/frame';
import type { BinaryImage, GreyImage } from '#core/raster/image';
import { judgePicture } from '#core/picture/judge-picture';
import { encodeLabelMap } from '#core/picture/label-map';
import { matchRegions } from '#core/picture/match-regions';
import { readLines, readRegions } from '#core/picture/read-picture';
import { resolveTouches } from '#core/picture/resolve-touches';
import {
  loadRequestSchema,
  loupeRequestSchema,
  mostRegions,
  type ReadAnswer,
  type ReadRefusal,
  readRequestSchema,
} from './regions-messages';
import { offer } from './offer';

let grey: GreyImage | null = null;
/** Line work of the newest settings: most readings change only mends. */
let kept: { key: string; lines: BinaryImage } | null = null;

/** First channel of a decoded grey PNG. */
async function greyOf(png: Uint8Array<ArrayBuffer>): Promise<{ width: number; height: number; data: Uint8Array }> {
  const bitmap = await createImageBitmap(new Blob([png], { type: 'image/png' }), { colorSpaceConversion: 'none' });
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser gives no canvas to read the picture with.');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const rgba = context.getImageData(0, 0, width, height).data;
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i++) data[i] = rgba[4 * i] as number;
  return { width, height, data };
}

function loaded(): GreyImage & { pxPerMm: number } {
  if (!grey?.pxPerMm) throw new Error('The picture is not loaded yet.');
  return { ...grey, pxPerMm: grey.pxPerMm };
}

function linesOf(settings: LineSettings): BinaryImage {
  const key = JSON.stringify([settings.depthShare, settings.leastSpeckMm2]);
  if (kept?.key !== key) kept = { key, lines: readLines(loaded(), settings) };
  return kept.lines;
}

const api = {
  /** Takes a picture in; all else is asked of it. */
  async load(request: unknown): Promise<void> {
    const { png, pxPerMm } = loadRequestSchema.parse(request);
    grey = { ...(await greyOf(png)), pxPerMm };
    kept = null;
  },

  /** Reads the picture whole; tells its progress. */
  read(request: unknown, onProgress: (stage: string, share: number) => void): ReadAnswer | ReadRefusal {
    const { reading, before } = readRequestSchema.parse(request);
    onProgress('Finding the lines', 0.02);
    const lines = linesOf(reading.settings);
    const { mends, resolved } = resolveTouches(lines, reading.mends, before && !before.frames ? before : null);
    const result = readRegions(lines, { ...reading, mends }, onProgress);
    onProgress('Comparing with the areas before', 0.9);
    const { found } = result;
    if (found.count > mostRegions) return { tooManyRegions: found.count };
    const { pxPerMm } = loaded();
    let toOld: ((x: number, y: number) => readonly [number, number] | null) | undefined;
    if (before?.frames) {
      const between = betweenFrames(before.frames.now, before.frames.before);
      toOld = (x, y) => {
        const place = between(x / pxPerMm, y / pxPerMm);
        return place && [place[0] * before.pxPerMm, place[1] * before.pxPerMm];
      };
    }
    const match = before ? matchRegions(before, found, toOld) : null;
    onProgress('Packing', 0.95);
    const labelMap = encodeLabelMap(found.labels) as Uint8Array<ArrayBuffer>;
    const cues = result.cues.map((cue) => ({ ...cue, ink: new Uint32Array(0) }));
    const answer: ReadAnswer = { reading: { ...result, cues }, labelMap, match, resolved, doubt: judgePicture(loaded(), lines) };
    return transfer(answer, [found.labels.buffer, labelMap.buffer, result.lines.data.buffer]);
  },

  /** A part of the picture at full size as RGBA: the scan in grey, what counts as line in aqua over it. */
  loupe(request: unknown): Uint8ClampedArray<ArrayBuffer> {
    const { settings, left, top, width, height } = loupeRequestSchema.parse(request);
    const { data } = linesOf(settings);
    const picture = loaded();
    const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
    for (let row = 0; row < height; row++) {
      for (let column = 0; column < width; column++) {
        const x = left + column;
        const y = top + row;
        if (x < 0 || y < 0 || x >= picture.width || y >= picture.height) continue;
        const level = picture.data[y * picture.width + x] as number;
        const i = 4 * (row * width + column);
        const isLine = data[y * picture.width + x] === 1;
        rgba[i] = isLine ? Math.round(level * 0.3) : level;
        rgba[i + 1] = isLine ? Math.round(95 + level * 0.4) : level;
        rgba[i + 2] = isLine ? Math.round(105 + level * 0.4) : level;
      }
    }
    return transfer(rgba, [rgba.buffer]);
  },
};

export type RegionsApi = typeof api;

offer(api);
