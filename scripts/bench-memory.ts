/**
 * npm run bench:memory: what a page holds after 200 moves of the lamp, and after 20 makes were opened in it one after the other, in Debian's Chromium on
 * the built application: the heap of the page after it was cleared up, and all processes that show pages.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import { browserArguments, chromiumPath } from '../tests/browser/chromium';
import { startApplication } from '../tests/server/application';

const pilot = 'make-balloon-post-pilot';
const application = await startApplication({ ownCluster: true, onlyMake: pilot });
const browser = await chromium.launch({ executablePath: chromiumPath, args: browserArguments });

/** Memory of the processes that show pages, in MB. */
function pagesMb(): number {
  let sum = 0;
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer')) continue;
      sum += Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * 4096;
    } catch {
      // It has ended meanwhile.
    }
  }
  return Math.round(sum / 1024 / 1024);
}

async function print(page: Page, when: string): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send('HeapProfiler.collectGarbage');
  await page.waitForTimeout(1_000);
  const { usedSize } = await session.send('Runtime.getHeapUsage');
  console.log(`${when.padEnd(34)}heap ${(usedSize / 1024 / 1024).toFixed(1)} MB, processes of pages ${pagesMb()} MB`);
  await session.detach();
}

const shown = (page: Page) => page.locator('[data-bands="shown"]').waitFor();
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${application.address}/makes/${pilot}#light`);
  await shown(page);
  await print(page, 'the pilot at Light');
  const lamp = page.getByRole('slider', { name: 'Lamp' });
  for (let move = 0; move < 200; move++) await lamp.press(move % 7 === 0 ? 'ArrowUp' : 'ArrowRight');
  await page.locator('[data-keep="kept"]').waitFor();
  await print(page, 'after 200 moves of the lamp');
  for (let number = 1; number <= 20; number++) {
    await fetch(`${application.address}/api/makes/${pilot}/copies`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: application.address },
      body: JSON.stringify({ id: `copy-${number}`, name: `Copy ${number}` }),
    });
    await page.goto(`${application.address}/makes/copy-${number}#light`);
    await shown(page);
  }
  await print(page, 'after 20 makes');
} finally {
  await browser.close();
  await application.close();
}
