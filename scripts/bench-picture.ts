/**
 * npm run bench:picture: our labelling, gap-closing regions and line extraction against general libraries in the same run.
 * OpenCV: the WebAssembly build `@techstark/opencv-js`; JavaScript image library: `image-js`. Both are development dependencies. Medians.
 */
import { fromMask, Mask } from 'image-js';
import { labelComponents } from '../src/core/raster/components';
import { findLines } from '../src/core/picture/lines';
import { findRegions } from '../src/core/picture/regions';
import { compare, openCv } from './bench-against/open-cv';
import { codePoints } from './eval-picture/code-points';
import { toWorkingRaster } from './eval-picture/faults';
import { composePage, drawLines, type Raster } from './eval-picture/pages';

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
