/**
 * Prints how long a make takes from the moment its page is asked for until its bands are on the picture, in Debian's Chromium on the built application:
 * npm run bench:opening. Each time in a browser that knows nothing yet.
 */
import { chromium } from '@playwright/test';
import { openDatabase } from '../src/server/db/database';
import { browserArguments, chromiumPath } from '../tests/browser/chromium';
import { startApplication } from '../tests/server/application';
import { keepPageOf40 } from './bench-scene/kept-page';

const application = await startApplication({ ownCluster: true, onlyMake: 'make-balloon-post-pilot' });
const database = openDatabase(application.databaseUrl);
const { areas } = await keepPageOf40(database);
await database.sequelize.close();

const browser = await chromium.launch({ executablePath: chromiumPath, args: browserArguments });

/** Seconds of several openings, the shortest first. */
async function openings(path: string, times: number): Promise<number[]> {
  const took: number[] = [];
  for (let time = 0; time < times; time++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const start = performance.now();
    await page.goto(`${application.address}${path}`, { waitUntil: 'commit' });
    await page.locator('[data-bands="shown"]').waitFor({ timeout: 120_000 });
    took.push((performance.now() - start) / 1000);
    await context.close();
  }
  return took.sort((one, other) => one - other);
}

try {
  // The first page finds the server cold.
  await openings('/makes/make-balloon-post-pilot#light', 1);
  console.log('| page | until its bands are shown, s (median) | from | to |');
  console.log('| --- | --- | --- | --- |');
  for (const [name, path, times] of [
    ['the badger, at Light', '/makes/make-balloon-post-pilot#light', 7],
    [`an A4 page of forty badgers, ${areas} areas, at Light`, '/makes/page#light', 3],
  ] as const) {
    const took = await openings(path, times);
    console.log(`| ${name} | ${[took[took.length >> 1], took[0], took.at(-1)].map((s) => (s ?? 0).toFixed(2)).join(' | ')} |`);
  }
} finally {
  await browser.close();
  await application.close();
}
