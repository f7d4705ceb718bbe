import { expect, expectNoAxeFindings, test } from './application';

const sizes = [
  ['desk', 1280, 800],
  ['tablet upright', 820, 1180],
  ['phone', 390, 844],
] as const;
const pages = [
  '/',
  '/makes/new',
  '/rack',
  ...['picture', 'elements', 'groups', 'light', 'recipe', 'colour', 'card'].map((station) => `/makes/make-balloon-post-pilot#${station}`),
  '/recipes',
  '/logbook',
  '/drawer',
  '/send?make=make-balloon-post-pilot',
  '/bring-in',
  '/makes/make-balloon-post-pilot/pull-list',
  '/specimen',
];

for (const [name, width, height] of sizes) {
  test(`every step of the picture's desk fits a ${name} (${width} x ${height}) and has no axe finding`, async ({ page, shared }) => {
    await page.setViewportSize({ width, height });
    await page.goto(`${shared.address}/makes/make-balloon-post-pilot#picture`);
    await expect(page.locator('[data-mark="proposal"]')).not.toHaveCount(0, { timeout: 60_000 });
    for (const step of ['Straighten', 'Lines', 'Mend', 'Measure']) {
      await page.getByRole('tablist', { name: 'Work on the picture' }).getByRole('tab', { name: step }).click();
      await expect(page.locator(step === 'Straighten' ? '[data-cut-out]' : '[data-mend-view]')).toBeVisible();
      const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
      expect(overflow, `${step} is wider than the screen`).toBeLessThanOrEqual(0);
      await expectNoAxeFindings(page);
    }
  });

  test(`every step of the groups fits a ${name} (${width} x ${height})${name.startsWith('tablet') ? '' : ' and has no axe finding'}`, async ({
    page,
    shared,
  }) => {
    await page.setViewportSize({ width, height });
    await page.goto(`${shared.address}/makes/make-balloon-post-pilot#groups`);
    await page.getByRole('button', { name: /^Coat/ }).press('Enter');
    for (const step of ['Ladders', 'Parting', 'Palette', 'Repeats', 'Instead', 'Kept', 'Pull']) {
      await page
        .getByRole('tablist', { name: 'Work on the groups' })
        .getByRole('tab', { name: new RegExp(`^${step}`) })
        .click();
      const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
      expect(overflow, `${step} is wider than the screen`).toBeLessThanOrEqual(0);
      if (!name.startsWith('tablet')) await expectNoAxeFindings(page);
    }
  });

  test(`every view fits a ${name} (${width} x ${height})${name.startsWith('tablet') ? '' : ' and has no axe finding'}`, async ({
    page,
    shared,
  }) => {
    test.setTimeout(360_000);
    await page.setViewportSize({ width, height });
    for (const path of pages) {
      await page.goto('about:blank');
      await page.goto(`${shared.address}${path}`);
      await page.locator('main').waitFor();
      if (path.includes('#')) await expect(page.locator('[data-station]')).toBeVisible();
      else await page.waitForLoadState('networkidle');
      const sheet = /\/pull-list$/.test(path) || path === '/specimen';
      const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
      // The printed sheet and the specimens keep their own size.
      if (!sheet) expect(overflow, `${path} is wider than the screen`).toBeLessThanOrEqual(0);
      // What is between the largest and the smallest has the same elements as one of the two: there only the fit is asked.
      if (name.startsWith('tablet')) continue;
      // The specimens show the same landmark twice, on light and on dark.
      await expectNoAxeFindings(page, { without: path === '/specimen' ? ['landmark-unique'] : [] });
    }
  });
}

for (const [name, width, height] of [...sizes.slice(1), ['phone on its side', 844, 390] as const]) {
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

test('nothing on the screens is set smaller than 13 px', async ({ page, shared }) => {
  for (const path of pages.slice(0, 8)) {
    await page.goto('about:blank');
    await page.goto(`${shared.address}${path}`);
    await page.locator('main').waitFor();
    await page.waitForLoadState('networkidle');
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('body *')]
        .filter((element) => [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent?.trim()))
        .filter((element) => Number.parseFloat(getComputedStyle(element).fontSize) < 13)
        .map((element) => element.outerHTML.slice(0, 80)),
    );
    expect(small, path).toEqual([]);
  }
});
