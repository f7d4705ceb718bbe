/**
 * npm run bench:picture: our labelling, gap-closing regions and line extraction against general libraries in the same run.
 * OpenCV: the WebAssembly build `@techstark/opencv-js`; JavaScript image library: `image-js`. Both are development dependencies. Medians.
 */
import { fromMask, Mask } from 'image-js';
import { labelComponents } from '../src/core/raster/components';
import { findLines } from '../src/core/picture/lines';
import { findRegions } from '../src/core/picture/regions';
import { codePoints } from './eval-picture/code-points';
import { toWorkingRaster } from './eval-picture/faults';
import { composePage, drawLines, type Raster } from './eval-picture/pages';

type Mat = { data: Uint8Array; delete(): void };
type OpenCv = {
  Mat: new () => Mat;
  matFromArray(rows: number, columns: number, type: number, values: ArrayLike<number>): Mat;
  connectedComponents(source: Mat, labels: Mat, connectivity: number, type: number): number;
  adaptiveThreshold(source: Mat, target: Mat, most: number, method: number, type: number, block: number, offset: number): void;
  CV_8UC1: number;
  CV_32S: number;
  ADAPTIVE_THRESH_MEAN_C: number;
  THRESH_BINARY_INV: number;
};

/** The build's module is a thenable that answers itself: it must never be awaited or returned from an async function. */
async function openCv(): Promise<{ cv: OpenCv }> {
  const { default: cv } = (await import('@techstark/opencv-js')) as unknown as { default: OpenCv & { onRuntimeInitialized?: () => void } };
  if (!cv.Mat) {
    await new Promise<void>((resolve) => {
      cv.onRuntimeInitialized = resolve;
    });
  }
  return { cv };
}

/**
 * Median times in ms. The two take turns, so that a machine that slows down slows both; half as many runs go before those that count, so
 * that the engine has compiled what it will compile.
 */
function compare(runs: number, ours: () => void, theirs: () => void): { oursMs: number; theirsMs: number } {
  const times = { oursMs: [] as number[], theirsMs: [] as number[] };
  const time = (work: () => void) => {
    const start = performance.now();
    work();
    return performance.now() - start;
  };
  for (let run = -Math.ceil(runs / 2); run < runs; run++) {
    const [oursMs, theirsMs] = [time(ours), time(theirs)];
    if (run < 0) continue;
    times.oursMs.push(oursMs);
    times.theirsMs.push(theirsMs);
  }
  const median = (values: number[]) => values.toSorted((first, second) => first - second)[Math.floor(values.length / 2)] ?? 0;
  return { oursMs: median(times.oursMs), theirsMs: median(times.theirsMs) };
}

/** The top of a page, cut to about so many megapixels. */
function cut(page: Raster, megapixels: number): Raster {
  const height = Math.min(page.height, Math.round((megapixels * 1e6) / page.width));
  return { width: page.width, height, data: page.data.slice(0, page.width * height) };
}

const { cv } = await openCv();
const page = composePage(await Promise.all(codePoints.slice(0, 6).map((code) => drawLines(code))), []);
const half = await toWorkingRaster(page);
const cases: [string, Raster, number][] = [
  ['1 MP', cut(half, 1), 300],
  ['8.7 MP', page, 600],
];
console.log('| stage | size | ours ms | library ms | ratio | aim |');
console.log('| --- | --- | --- | --- | --- | --- |');
for (const [name, grey, dpi] of cases) {
  const { width, height } = grey;
  const runs = name === '1 MP' ? 15 : 5;
  const pxPerMm = dpi / 25.4;
  const lines = findLines({ ...grey, pxPerMm });
  const paper = lines.data.map((line) => 1 - line);
  const row = (stage: string, aim: string, ours: () => void, theirs: () => void) => {
    const { oursMs, theirsMs } = compare(runs, ours, theirs);
    console.log(`| ${stage} | ${name} | ${oursMs.toFixed(1)} | ${theirsMs.toFixed(1)} | ${(oursMs / theirsMs).toFixed(2)} | ${aim} |`);
  };

  const paperMat = cv.matFromArray(height, width, cv.CV_8UC1, paper);
  const labelMat = new cv.Mat();
  const mask = new Mask(width, height, { data: paper.slice() });
  const plain = () => labelComponents({ width, height, data: paper });
  row('plain labels ÷ OpenCV connectedComponents', '0.7', plain, () => cv.connectedComponents(paperMat, labelMat, 4, cv.CV_32S));
  row('plain labels ÷ image-js fromMask', '0.06', plain, () => fromMask(mask));
  row(
    'gap-closing regions ÷ image-js fromMask',
    '0.5',
    () => findRegions(lines),
    () => fromMask(mask),
  );
  const greyMat = cv.matFromArray(height, width, cv.CV_8UC1, grey.data);
  const target = new cv.Mat();
  const block = 2 * Math.round(2 * pxPerMm) + 1;
  row(
    'line extraction ÷ OpenCV adaptiveThreshold',
    '3',
    () => findLines({ ...grey, pxPerMm }),
    () => cv.adaptiveThreshold(greyMat, target, 255, cv.ADAPTIVE_THRESH_MEAN_C, cv.THRESH_BINARY_INV, block, 10),
  );
  for (const mat of [paperMat, labelMat, greyMat, target]) mat.delete();
}
