import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { goTo } from './picture';
import { keptRead } from './kept';

/** 80 x 60 mm: three boxes side by side, each wide enough to be cut across by a tap. */
const boxes = Buffer.from(
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 80 60"><path fill="none" stroke="#000" stroke-width="0.6" d="M10 10H70V50H10ZM30 10V50M50 10V50"/></svg>`,
);

async function startBoxes(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/makes/new`);
  await page.locator('input[type="file"]').first().setInputFiles({ name: 'boxes.svg', mimeType: 'image/svg+xml', buffer: boxes });
  await page.getByLabel('How wide is it on paper?').fill('80');
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(page.locator('[data-area-count]')).toHaveText('3', { timeout: 60_000 });
}

const mends = (page: Page) => page.getByRole('list', { name: 'Mends' }).getByRole('listitem');
const areas = (page: Page) => page.locator('[data-area-count]');

async function places(page: Page): Promise<(xMm: number, yMm: number) => [number, number]> {
  const box = await page.locator('[data-mend-view]').boundingBox();
  if (!box) throw new Error('The picture is not on its desk.');
  return (xMm, yMm) => [box.x + (xMm / 80) * box.width, box.y + (yMm / 60) * box.height];
}

test('three quick taps are kept as three mends, and undo takes them back one by one, after a reload too', async ({ page, shared }) => {
  await startBoxes(page, shared.address);
  await page.getByRole('button', { name: 'Divide an area' }).click();
  const at = await places(page);
  // Faster than any reading: the second and third tap come while the first is being read.
  for (const x of [20, 40, 60]) await page.mouse.click(...at(x, 30));
  await expect(mends(page)).toHaveCount(3);
  await expect(areas(page)).toHaveText('6', { timeout: 60_000 });
  await expect(mends(page)).toHaveText([/Area divided/, /Area divided/, /Area divided/]);
  const before = await keptRead(page);
  expect(before.document.pictures[0]?.mends.map(({ kind }) => kind)).toEqual(['divide', 'divide', 'divide']);

  // The steps are kept on the server: a reload, and a rename in between, leave them.
  await page.reload();
  await expect(areas(page)).toHaveText('6', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(mends(page)).toHaveCount(2);
  await expect(areas(page)).toHaveText('5', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(mends(page)).toHaveCount(1);
  await expect(areas(page)).toHaveText('3', { timeout: 60_000 });
  await page.reload();
  await expect(areas(page)).toHaveText('3', { timeout: 60_000 });
  for (let turn = 0; turn < 3; turn++) await page.getByRole('button', { name: 'Redo' }).click();
  await expect(areas(page)).toHaveText('6', { timeout: 60_000 });
  const after = await keptRead(page);
  expect(after.document.pictures[0]?.mends).toEqual(before.document.pictures[0]?.mends);
  expect(after.document.pictures[0]?.regionMap, 'the same areas, with their ids').toEqual(before.document.pictures[0]?.regionMap);
});

test('a reload at any moment of a mend loses nothing: the stroke is kept first, its reading after', async ({ page, shared }) => {
  await startBoxes(page, shared.address);
  let count = 0;
  for (const waitMs of [0, 60, 200, 500, 1200]) {
    await page.getByRole('button', { name: 'Divide an area' }).click();
    const at = await places(page);
    // Each time a box that is still whole, or half of one.
    await page.mouse.click(...at(20 + 20 * (count % 3), count < 3 ? 24 : 38));
    await expect(mends(page)).toHaveCount(count + 1);
    await page.waitForTimeout(waitMs);
    await page.reload();
    await expect(mends(page)).toHaveCount(++count, { timeout: 60_000 });
    await expect(areas(page)).toHaveText(String(3 + count), { timeout: 60_000 });
  }
  const make = await keptRead(page);
  expect(new Set(make.document.pictures[0]?.mends.map(({ id }) => id)).size).toBe(5);
  expect(make.document.pictures[0]?.mends.every(({ kind }) => kind === 'divide')).toBe(true);
});

test('a mend is small on its way, and a lamp move smaller', async ({ page, shared }) => {
  const sizes: number[] = [];
  await page.route('**/batches', (route) => {
    sizes.push(route.request().postData()?.length ?? 0);
    return route.continue();
  });
  await startBoxes(page, shared.address);
  await keptRead(page);
  sizes.length = 0;
  const at = await places(page);
  await page.getByRole('button', { name: 'Divide an area' }).click();
  await page.mouse.click(...at(20, 30));
  await expect(areas(page)).toHaveText('4', { timeout: 60_000 });
  await keptRead(page);
  expect(sizes.length).toBe(2);
  expect(Math.max(...sizes), sizes.join(' ')).toBeLessThan(1000);
  sizes.length = 0;
  await goTo(page, 'Light');
  await page.getByRole('slider', { name: 'Lamp' }).press('ArrowRight');
  await keptRead(page);
  expect(sizes).toHaveLength(1);
  expect(sizes[0]).toBeLessThan(400);
});

test('an edit that the server refuses for good is set aside with its reason, and the next one is kept', async ({ page, piloting }) => {
  await page.goto(`${piloting.address}/makes/make-balloon-post-pilot#elements`);
  const first = page.locator('[aria-label="Name of the element"]').first();
  await expect(first).toHaveValue('Cap');
  await page.route('**/batches', (route) =>
    route.request().postData()?.includes('Refused')
      ? route.fulfill({ status: 422, json: { code: 'does-not-fit', message: 'This cap does not fit.', remedy: 'Look at it.' } })
      : route.continue(),
  );
  await first.fill('Refused cap');
  await first.press('Enter');
  const aside = page.locator('[data-set-aside]');
  await expect(aside).toContainText('1 edit set aside');
  await expect(aside).toContainText('This cap does not fit.');
  await expect(first).toHaveValue('Cap');
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Remove Belt' }).click();
  await expectAllKept(page);
  const document = await (await fetch(`${piloting.address}/api/makes/make-balloon-post-pilot`)).json();
  const names = document.document.pictures[0].elements.map(({ name }: { name: string }) => name);
  expect(names).toContain('Cap');
  expect(names).not.toContain('Belt');
  // It is there still after a reload, is saved as a file, and dropped when the maker says so.
  await page.reload();
  await expect(aside).toContainText('This cap does not fit.');
  const [download] = await Promise.all([page.waitForEvent('download'), aside.getByRole('button', { name: 'Save as a file' }).click()]);
  expect(readFileSync(await download.path(), 'utf8')).toContain('Refused cap');
  await aside.getByRole('button', { name: 'Drop it' }).click();
  await expect(aside).toHaveCount(0);
  await page.reload();
  await expect(first).toHaveValue('Cap');
  await expect(aside).toHaveCount(0);
});

test('undo goes on over a conflict: what this window did can be taken back after it was laid on the other', async ({ page, piloting }) => {
  const elements = `${piloting.address}/makes/make-balloon-post-pilot#elements`;
  const names = '[aria-label="Name of the element"]';
  await page.goto(elements);
  await expect(page.locator(names).first()).toHaveValue('Cap');
  const other = await page.context().newPage();
  await other.goto(elements);
  await other.locator(names).nth(1).fill('Rims by the other');
  await other.locator(names).nth(1).press('Enter');
  await expectAllKept(other);
  await page.locator(names).first().fill('Cap by this');
  await page.locator(names).first().press('Enter');
  await page.getByRole('alertdialog').getByRole('button', { name: 'Lay my changes on top of it' }).click();
  await expectAllKept(page);
  await expect(page.locator(names).nth(1)).toHaveValue('Rims by the other');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator(names).first()).toHaveValue('Cap');
  await expect(page.locator(names).nth(1)).toHaveValue('Rims by the other');
  await expectAllKept(page);
});

test('a fault while something is drawn keeps the page, is told in words, and a press tries again', async ({
  page,
  shared,
  quietConsole,
}) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-lantern#elements`);
  await expect(page.locator('[data-bands] canvas[data-paper]')).toBeVisible();
  // Broken from within, as a fault of ours would: nothing can be drawn any more.
  await page.evaluate(() => {
    const whole = CanvasRenderingContext2D.prototype.fillRect;
    Object.assign(window, { mend: () => Object.assign(CanvasRenderingContext2D.prototype, { fillRect: whole }) });
    CanvasRenderingContext2D.prototype.fillRect = () => {
      throw new Error('no more paint');
    };
  });
  await goTo(page, 'Groups');
  const notice = page.getByRole('alert').filter({ hasText: 'Something went wrong in the picture: no more paint' });
  await expect(notice).toBeVisible();
  // The rest of the page works on.
  await expect(page.getByRole('tablist', { name: 'Work on the groups' })).toBeVisible();
  await expect(page.getByLabel('Codes, in any order')).toBeVisible();
  await page.evaluate(() => (window as unknown as { mend: () => void }).mend());
  await notice.getByRole('button', { name: 'Try again' }).click();
  await expect(page.locator('[data-bands] canvas[data-paper]')).toBeVisible();
  // The browser tells of the fault, as it should.
  expect(quietConsole.join()).toContain('no more paint');
  quietConsole.length = 0;
});
