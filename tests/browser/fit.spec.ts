import type { Page } from '@playwright/test';
import { evaluates } from '../evaluates';
import { expect, expectNoAxeFindings, test } from './application';

// `npm run eval:screens` looks at all sizes, with axe at each; what is between the largest and the smallest has the same elements as one of the two.
const isEvaluation = evaluates('screens');
const allSizes = [
  ['desk', 1280, 800],
  ['tablet upright', 820, 1180],
  ['phone', 390, 844],
] as const;
const sizes = allSizes.filter(([name]) => isEvaluation || name !== 'tablet upright');
const pages = [
  '/',
  '/makes/new',
  '/rack',
  ...['picture', 'elements', 'groups', 'light', 'recipe', 'colour', 'card'].map((station) => `/makes/make-balloon-post-pilot#${station}`),
  '/recipes',
  '/logbook',
  '/drawer',
  '/practice',
  '/send?make=make-balloon-post-pilot',
  '/bring-in',
  '/makes/make-balloon-post-pilot/pull-list',
  '/specimen',
];

/** What stands there fits each size without a new start, the widest first, and axe finds nothing at the desk. */
async function expectFits(page: Page, what: string, { isPaper = false, without = [] }: { isPaper?: boolean; without?: string[] } = {}) {
  for (const [name, width, height] of sizes) {
    await page.setViewportSize({ width, height });
    const wider = () => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    // What is printed keeps its own size.
    if (!isPaper) await expect.poll(wider, `${what} is wider than a ${name}`).toBeLessThanOrEqual(0);
    if (isEvaluation || name === 'desk') await expectNoAxeFindings(page, { without });
  }
  await page.setViewportSize({ width: allSizes[0][1], height: allSizes[0][2] });
}

test('every step of the picture’s desk fits desk, tablet and phone, and has no axe finding', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-pilot#picture`);
  await expect(page.locator('[data-mark="proposal"]')).not.toHaveCount(0, { timeout: 60_000 });
  for (const step of ['Straighten', 'Lines', 'Mend', 'Measure']) {
    await page.getByRole('tablist', { name: 'Work on the picture' }).getByRole('tab', { name: step }).click();
    await expect(page.locator(step === 'Straighten' ? '[data-cut-out]' : '[data-mend-view]')).toBeVisible();
    await expectFits(page, step);
  }
});

test('every step of the groups fits desk, tablet and phone, and has no axe finding', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-pilot#groups`);
  await page.getByRole('button', { name: /^Coat/ }).press('Enter');
  for (const step of ['Ladders', 'Parting', 'Palette', 'Repeats', 'Instead', 'Kept', 'Pull']) {
    await page
      .getByRole('tablist', { name: 'Work on the groups' })
      .getByRole('tab', { name: new RegExp(`^${step}`) })
      .click();
    await expectFits(page, step);
  }
});

test('every view fits desk, tablet and phone, has no axe finding, and nothing set smaller than 13 px', async ({ page, shared }) => {
  for (const path of pages) {
    await page.goto('about:blank');
    await page.goto(`${shared.address}${path}`);
    await page.locator('main').waitFor();
    if (path.includes('#')) await expect(page.locator('[data-station]')).toBeVisible();
    else await page.waitForLoadState('networkidle');
    const isPaper = /\/pull-list$/.test(path) || path === '/specimen';
    // The specimens show the same landmark twice, on light and on dark.
    await expectFits(page, path, { isPaper, without: path === '/specimen' ? ['landmark-unique'] : [] });
    if (isPaper) continue;
    // Words of a stamp are a drawing at its own scale.
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('body *:not(text[textLength])')]
        .filter((element) => [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent?.trim()))
        .filter((element) => Number.parseFloat(getComputedStyle(element).fontSize) < 13)
        .map((element) => element.outerHTML.slice(0, 80)),
    );
    expect(small, path).toEqual([]);
  }
});

for (const [name, width, height] of [...allSizes.slice(isEvaluation ? 1 : 2), ['phone on its side', 844, 390] as const]) {
  test(`on a ${name} (${width} x ${height}) the picture stays in sight while its panel is scrolled`, async ({ page, shared }) => {
    await page.setViewportSize({ width, height });
    for (const station of ['elements', 'light', 'recipe']) {
      await page.goto('about:blank');
      await page.goto(`${shared.address}/makes/make-balloon-post-pilot#${station}`);
      const panel = page.locator('[data-station]');
      await expect.poll(() => panel.evaluate((own) => own.scrollHeight - own.clientHeight), station).toBeGreaterThan(100);
      const picture = page.locator('[data-stage] canvas[data-paper]');
      // It has its place when it is there twice.
      let last = '';
      const isAtRest = async () => {
        const box = await picture.boundingBox();
        const isSame = JSON.stringify(box) === last;
        last = JSON.stringify(box);
        return isSame && (box?.height ?? 0) > 0;
      };
      await expect.poll(isAtRest, `${station}: the picture has its place`).toBe(true);
      const before = await picture.boundingBox();
      await panel.evaluate((own) => own.scrollTo(0, own.scrollHeight));
      expect(await picture.boundingBox(), station).toEqual(before);
      expect(before && before.y >= 0 && before.y + before.height <= height, station).toBe(true);
      expect(before?.height, station).toBeGreaterThan(0.25 * height);
      expect(await page.evaluate(() => document.documentElement.scrollHeight), `${station}: the page itself stays`).toBe(height);
    }
  });
}
