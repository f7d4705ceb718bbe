/**
 * npm run bench:crowd -- [--minutes 10] [--clients 20]: 1,000 makes, 5,000 markers and 2,000 sessions of 50 marks, clients that read and edit, and how soon table, rack and logbook can
 * be used in Debian's Chromium.
 */
import { parseArgs } from 'node:util';
import { chromium } from '@playwright/test';
import { browserArguments, chromiumPath } from '../tests/browser/chromium';
import { startApplication } from '../tests/server/application';
import { fillCrowd, runCrowd } from '../tests/server/crowd';
import { fillSessions, searchSessions } from '../tests/server/session-crowd';

const { values } = parseArgs({ options: { minutes: { type: 'string', default: '10' }, clients: { type: 'string', default: '20' } } });
const application = await startApplication({ ownCluster: true, onlyMake: 'make-balloon-post-pilot' });
try {
  await fillCrowd(application, { makes: 1000, markers: 5000 });
  await fillSessions(application, { sessions: 2000, marks: 50 });
  const browser = await chromium.launch({ executablePath: chromiumPath, args: browserArguments });
  const usable = async (path: string, sign: string) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const start = performance.now();
    await page.goto(`${application.address}${path}`);
    await page.locator(sign).first().waitFor();
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))));
    const took = performance.now() - start;
    const nodes = await page.evaluate(() => document.querySelectorAll('*').length);
    return { page, words: `${took.toFixed(0)} ms, ${nodes} nodes` };
  };
  const table = await usable('/', 'article');
  console.log(`table usable after ${table.words}`);
  const rack = await usable('/rack', '[data-marker]');
  console.log(`rack usable after ${rack.words}`);
  const press = async (name: string, sign: string) => {
    const start = performance.now();
    await rack.page.getByRole('button', { name, exact: true }).click();
    await rack.page.locator(sign).first().waitFor();
    console.log(`${name}: ${(performance.now() - start).toFixed(0)} ms`);
  };
  await press('List', 'tbody tr');
  await press('Find a ladder', '[data-ladder]');
  const logbook = await usable('/logbook', '[data-logged]');
  console.log(`logbook usable after ${logbook.words}`);
  await browser.close();
  const { p95Ms, found } = await searchSessions(application.address, 300);
  console.log(`logbook search: p95 ${p95Ms.toFixed(1)} ms, ${found} found`);
  const figures = await runCrowd(application.address, { clients: Number(values.clients), seconds: 60 * Number(values.minutes) });
  for (const [name, value] of Object.entries(figures)) console.log(`${name.padEnd(12)}${value.toLocaleString('en')}`);
} finally {
  await application.close();
}
