/**
 * Prints how long a hover over an A4 page of 40 images takes to show, in Debian's Chromium on the built application: npm run bench:hover. From the
 * move of the mouse to the frame after the one that draws it; the frame rate alone allows no less than about 17 ms.
 */
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { makeSchemaVersion } from '../src/model/make';
import { usualReading } from '../src/model/reading';
import { readingKey } from '../src/core/make/reading-key';
import { encodeRegionTable } from '../src/core/make/region-tables';
import { encodeLabelMap } from '../src/core/picture/label-map';
import { readRegions } from '../src/core/picture/read-picture';
import { toRegionTable } from '../src/core/picture/region-table';
import { openDatabase } from '../src/server/db/database';
import { applyBatch } from '../src/server/store/apply-batch';
import { keepBlob } from '../src/server/store/blobs';
import { createMake } from '../src/server/store/makes';
import { browserArguments, chromiumPath } from '../tests/browser/chromium';
import { madeUpPicture } from '../tests/made-up-make';
import { startApplication } from '../tests/server/application';
import { badger, pageOf40 } from './bench-scene/scenes';

const page40 = pageOf40(await badger());
const { width, height, labels } = page40;
const pxPerMm = 300 / 25.4;
// Lines where two labels meet: the page read as any other picture.
const data = new Uint8Array(width * height);
for (let i = width; i < data.length; i++) if (labels[i] !== labels[i - 1] || labels[i] !== labels[i - width]) data[i] = 1;
const reading = readRegions(
  { width, height, data, pxPerMm },
  { ...usualReading, settings: { ...usualReading.settings, readMarks: false } },
);
const png = await sharp(Buffer.from(data.map((ink) => (ink ? 0 : 255))), { raw: { width, height, channels: 1 } })
  .png()
  .toBuffer();

const application = await startApplication({ ownCluster: true, onlyMake: 'make-balloon-post-pilot' });
const database = openDatabase(application.databaseUrl);
const grey = await keepBlob(database, 'image/png;aquachrome=grey', png);
const frame = { widthMm: width / pxPerMm, heightMm: height / pxPerMm };
const table = toRegionTable(reading, { pxPerMm, frame, given: 0 });
const bare = madeUpPicture({
  ...frame,
  original: { sha256: grey, mediaType: 'image/png', fileName: 'page.png' },
  grey: { sha256: grey, widthPx: width, heightPx: height },
});
const keep = (bytes: Uint8Array) => keepBlob(database, 'application/octet-stream', bytes);
const regionMap = {
  labelMap: await keep(encodeLabelMap(reading.found.labels)),
  table: await keep(encodeRegionTable(table)),
  widthPx: width,
  heightPx: height,
  count: table.regions.length,
  of: readingKey(bare),
};
const elements = Array.from({ length: 10 }, (_, number) => ({
  id: `e${number}`,
  name: `Element ${number + 1}`,
  regionIds: table.regions.filter((_region, index) => index % 12 === number).map(({ id }) => id),
}));
await createMake(database, { id: 'page', name: 'A4' });
const row = { ...bare, regionMap, elements };
await applyBatch(database, 'page', {
  schema: makeSchemaVersion,
  batchId: 'page',
  baseRevision: 0,
  operations: [{ kind: 'put', entity: 'picture', row }],
});
await database.sequelize.close();

const browser = await chromium.launch({ executablePath: chromiumPath, args: browserArguments });
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // The script runner names functions with a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (named) => named');
  await page.goto(`${application.address}/makes/page#elements`);
  await page.getByText(`${table.regions.length} areas`).first().waitFor();
  await page.locator('[role="application"]').waitFor({ timeout: 60_000 });
  const times = await page.evaluate(async () => {
    const stage = document.querySelector('[role="application"]');
    const canvas = stage?.querySelector('canvas');
    if (!stage || !canvas) throw new Error('The picture does not answer taps.');
    const box = canvas.getBoundingClientRect();
    const frameAfter = () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
    const took: number[] = [];
    for (let move = 0; move < 60; move++) {
      await frameAfter();
      const start = performance.now();
      stage.dispatchEvent(
        new PointerEvent('pointermove', {
          bubbles: true,
          pointerType: 'mouse',
          clientX: box.left + ((move * 37) % 100) * 0.01 * box.width,
          clientY: box.top + ((move * 53) % 100) * 0.01 * box.height,
        }),
      );
      await frameAfter();
      took.push(performance.now() - start);
    }
    return took.sort((a, b) => a - b);
  });
  const at = (share: number) => (times[Math.floor(share * (times.length - 1))] ?? 0).toFixed(0);
  console.log(
    `${table.regions.length} areas on ${width} x ${height} px: a hover shows after ${at(0.5)} ms (median), ${at(0.95)} ms (95 of 100), ${at(1)} ms at most`,
  );
} finally {
  await browser.close();
  await application.close();
}
