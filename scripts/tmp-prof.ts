import { codePoints } from './eval-picture/code-points';
import { composePage, drawLines } from './eval-picture/pages';
import { toWorkingRaster } from './eval-picture/faults';
import { findLines } from '../src/core/picture/lines';
import { findRegions } from '../src/core/picture/regions';
const page = composePage(await Promise.all(codePoints.slice(0, 6).map((code) => drawLines(code))), []);
const h = await toWorkingRaster(page);
const cut = { ...h, height: 806, data: h.data.slice(0, 806 * h.width) };
for (let k = 0; k < 12; k++) {
  const t = performance.now();
  const l = findLines({ ...cut, pxPerMm: 11.8 });
  const u = performance.now();
  findRegions(l);
  console.log('lines', (u - t).toFixed(0), 'regions', (performance.now() - u).toFixed(0));
}
