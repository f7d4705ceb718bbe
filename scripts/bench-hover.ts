/**
 * Prints how long a hover over an A4 page of 40 images takes to show, in Debian's Chromium on the built application: npm run bench:hover. From the
 * move of the mouse to the frame after the one that draws it; the frame rate alone allows no less than about 17 ms.
 */
import { chromium } from '@playwright/test';
import { openDatabase } from '../src/server/db/database';
import { browserArguments, chromiumPath } from '../tests/browser/chromium';
import { startApplication } from '../tests/server/application';
import { keepPageOf40 } from './bench-scene/kept-page';

const application = await startApplication({ ownCluster: true, onlyMake: 'make-balloon-post-pilot' });
const database = openDatabase(application.databaseUrl);
const { areas, width, height } = await keepPageOf40(database);
await database.sequelize.close();

const browser = await chromium.launch({ executablePath: chromiumPath, args: browserArguments });
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // The script runner names functions with a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (named) => named');
  await page.goto(`${application.address}/makes/page#elements`);
  await page.getByText(`${areas} areas`).first().waitFor();
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
    `${areas} areas on ${width} x ${height} px: a hover shows after ${at(0.5)} ms (median), ${at(0.95)} ms (95 of 100), ${at(1)} ms at most`,
  );
} finally {
  await browser.close();
  await application.close();
}
