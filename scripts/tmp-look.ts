import sharp from 'sharp';
import { codePoints } from './eval-picture/code-points';
import { drawLines, drawFullLines, drawColours, composePage, composeColours } from './eval-picture/pages';
import { toWorkingRaster } from './eval-picture/faults';
import { truthOf, overlaps } from './eval-picture/truth';
import { findLines } from '../src/core/picture/lines';
import { findRegions } from '../src/core/picture/regions';
const k = Number(process.argv[2]);
const codes = codePoints.slice(6 * k, 6 * k + 6);
const drawings = await Promise.all(codes.map((c) => drawLines(c)));
const truth = truthOf(
  composePage(await Promise.all(codes.map(drawFullLines)), []),
  composeColours(await Promise.all(codes.map(drawColours))),
);
const r = await toWorkingRaster(composePage(drawings, []));
const l = findLines({ ...r, pxPerMm: 300 / 25.4 });
const f = findRegions(l);
const c = overlaps(f.labels, truth.regions),
  li = overlaps(f.labels, truth.lineAreas),
  t = overlaps(truth.regions, f.labels);
const right = new Set(c.numbers.filter((n) => c.best(n).iou > 0.8 || li.best(n).iou > 0.8));
for (const reg of f.regions) if (!right.has(reg.id)) console.log('wrong', reg.id, reg.areaPx, reg.bounds.join(','));
for (const cl of f.closings) console.log('closing', cl.xPx, cl.yPx, cl.widthPx.toFixed(1), cl.labels.join('-'));
for (const a of truth.closed) if (t.best(a).iou <= 0.8) console.log('missed', a, t.firstAreas[a], t.best(a));
const rgb = Buffer.alloc(r.data.length * 3);
for (let i = 0; i < r.data.length; i++) {
  const L = f.labels[i]!;
  const ink = l.data[i];
  const col = ink
    ? [0, 0, 0]
    : L === 0
      ? [255, 255, 255]
      : right.has(L)
        ? [120 + ((L * 37) % 100), 200 + ((L * 61) % 55), 120 + ((L * 17) % 100)]
        : [255, 60 + ((L * 61) % 120), 60 + ((L * 37) % 120)];
  rgb[3 * i] = col[0]!;
  rgb[3 * i + 1] = col[1]!;
  rgb[3 * i + 2] = col[2]!;
}
await sharp(rgb, { raw: { width: r.width, height: r.height, channels: 3 } })
  .resize({ width: 900 })
  .png()
  .toFile('/tmp/look.png');
