/** Times the reading of a photographed swatch sheet of 12 megapixels (aim: under 4 s in the worker), and tells how true it reads over a few seeds. */
import { performance } from 'node:perf_hooks';
import { deltaE00 } from '../src/core/colour/difference';
import { hexOfLab, labOfHex } from '../src/core/colour/lab';
import { seeded } from '../src/core/sharing/seeded';
import { readSwatches } from '../src/core/swatch/read-swatches';
import { usualPaper } from '../src/core/swatch/usual-paper';
import { swatchSheet } from '../src/core/swatch/swatch-sheet';
import { photographSheet } from '#core/camera/photograph-sheet';

const aimMs = 4000;
const [layout] = swatchSheet(
  Array.from({ length: 75 }, (_, index) => ({ id: `m${index}`, code: String(index) })),
  'A4',
);
if (!layout) throw new Error('No page.');

for (const [seed, pxPerMm] of [
  [1, 12.4],
  [2, 5.2],
  [3, 5.2],
  [4, 5.2],
] as const) {
  const random = seeded(seed);
  const inks = layout.cells.map(() => labOfHex(hexOfLab({ L: 12 + 78 * random(), a: 90 * random() - 45, b: 90 * random() - 45 })));
  const image = photographSheet(layout, {
    inkOf: (cell) => inks[layout.cells.indexOf(cell)] ?? null,
    ...{ paper: usualPaper, table: { L: 45, a: 4, b: 10 }, pxPerMm, seed, noiseSigma: 4, streakShare: 0.3 },
    ...{ leanDeg: 20 * random(), leanToDeg: 360 * random(), turnDeg: 90 * Math.floor(4 * random()), fallOff: 0.3, cast: [1, 0.93, 0.8] },
  });
  const begun = performance.now();
  const read = readSwatches(image, layout);
  const ms = performance.now() - begun;
  if ('problem' in read) throw new Error(read.problem);
  const off = read.cells.map(({ lab }, index) => deltaE00(lab, inks[index] ?? usualPaper));
  const mean = off.reduce((sum, own) => sum + own, 0) / off.length;
  const megapixels = ((image.width * image.height) / 1e6).toFixed(1);
  console.log(
    `seed ${seed}: ${megapixels} MP in ${ms.toFixed(0)} ms (aim ${aimMs} at 12 MP); CIEDE2000 mean ${mean.toFixed(2)}, worst ${Math.max(...off).toFixed(2)}`,
  );
}
