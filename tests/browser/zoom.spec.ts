import type { CDPSession, Page } from '@playwright/test';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { goTo } from './picture';

test.use({ hasTouch: true });

type Spot = { x: number; y: number };

const seen = (page: Page) => page.locator('[data-zoom]');
const zoomOf = async (page: Page) => Number(await seen(page).getAttribute('data-zoom'));

/** Which share of the picture lies at a place of the screen. */
async function shareAt(page: Page, { x, y }: Spot): Promise<Spot> {
  const box = await page.locator('[data-zoom] canvas').first().boundingBox();
  if (!box) throw new Error('The picture is not on the screen.');
  return { x: (x - box.x) / box.width, y: (y - box.y) / box.height };
}

async function spotIn(page: Page, right: number, down: number): Promise<Spot> {
  const box = await seen(page).boundingBox();
  if (!box) throw new Error('The picture has no place on the screen.');
  return { x: box.x + right * box.width, y: box.y + down * box.height };
}

const touch = (session: CDPSession, type: 'touchStart' | 'touchMove' | 'touchEnd', touchPoints: Spot[]) =>
  session.send('Input.dispatchTouchEvent', { type, touchPoints: touchPoints.map((point, id) => ({ ...point, id })) });

async function openPicture(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/makes/make-balloon-post-pilot#picture`);
  await expect(page.locator('[data-mark="proposal"]')).not.toHaveCount(0, { timeout: 60_000 });
}

test('the picture is brought nearer by wheel, keys and buttons, and stays so from station to station', async ({ page, shared }) => {
  await openPicture(page, shared.address);
  const spot = await spotIn(page, 0.6, 0.4);
  const before = await shareAt(page, spot);
  await page.mouse.move(spot.x, spot.y);
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -300);
  await page.keyboard.up('Control');
  await expect.poll(() => zoomOf(page)).toBeGreaterThan(3);
  const after = await shareAt(page, spot);
  expect(Math.abs(after.x - before.x), 'what lay under the hand stays there').toBeLessThan(0.005);
  expect(Math.abs(after.y - before.y)).toBeLessThan(0.005);
  await expectNoAxeFindings(page);

  // The same part is seen while elements are gathered.
  const middle = await spotIn(page, 0.5, 0.5);
  const seenHere = await shareAt(page, middle);
  const zoom = await zoomOf(page);
  await goTo(page, 'Elements');
  await expect.poll(() => zoomOf(page)).toBeGreaterThan(zoom * 0.99);
  const seenThere = await shareAt(page, await spotIn(page, 0.5, 0.5));
  expect(Math.abs(seenThere.x - seenHere.x)).toBeLessThan(0.02);
  expect(Math.abs(seenThere.y - seenHere.y)).toBeLessThan(0.02);

  // The lamp needs all of the picture; the rest goes on where it was.
  await goTo(page, 'Light');
  await expect.poll(() => zoomOf(page)).toBe(1);
  await goTo(page, 'Picture');
  await expect.poll(() => zoomOf(page)).toBeCloseTo(zoom, 1);

  // By keys: the pen walks out of sight, and the picture follows it.
  const desk = page.getByRole('application', { name: /arrow keys move the pen/ });
  await desk.focus();
  await page.keyboard.press('0');
  await expect.poll(() => zoomOf(page)).toBe(1);
  for (let press = 0; press < 4; press++) await page.keyboard.press('+');
  await expect.poll(() => zoomOf(page)).toBeCloseTo(1.5 ** 4, 1);
  const scrolled = () => seen(page).evaluate(({ scrollLeft }) => scrollLeft);
  const start = await scrolled();
  for (let press = 0; press < 6; press++) await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(scrolled).toBeGreaterThan(start + 50);
  await page.keyboard.press('-');
  await expect.poll(() => zoomOf(page)).toBeCloseTo(1.5 ** 3, 1);

  // By buttons; and an opening that is pointed at in the list comes into sight.
  await page.getByRole('button', { name: 'Nearer' }).click();
  await expect.poll(() => zoomOf(page)).toBeCloseTo(1.5 ** 4, 1);
  await page.getByRole('button', { name: 'Next opening' }).click();
  const inSight = () =>
    page.evaluate(() => {
      const box = document.querySelector('[data-zoom]')?.getBoundingClientRect();
      const mark = document.querySelector('[data-mark="proposal"] polyline[stroke-width="6"][stroke="#005f69"]')?.getBoundingClientRect();
      return Boolean(box && mark && mark.left >= box.left && mark.right <= box.right && mark.top >= box.top && mark.bottom <= box.bottom);
    });
  await expect.poll(inSight).toBe(true);
  await page.getByRole('button', { name: 'The whole picture' }).click();
  await expect.poll(() => zoomOf(page)).toBe(1);
  await expect(page.getByRole('button', { name: 'Farther' })).toBeDisabled();
});

test('two fingers move and spread the picture, and what the first had begun is no stroke', async ({ page, shared }) => {
  await openPicture(page, shared.address);
  const session = await page.context().newCDPSession(page);
  const [left, right] = [await spotIn(page, 0.4, 0.5), await spotIn(page, 0.6, 0.5)];
  const middle = { x: (left.x + right.x) / 2, y: left.y };
  const under = await shareAt(page, middle);
  await touch(session, 'touchStart', [left]);
  await touch(session, 'touchMove', [{ x: left.x, y: left.y + 12 }]);
  await touch(session, 'touchStart', [{ x: left.x, y: left.y + 12 }, right]);
  for (let step = 1; step <= 8; step++) {
    const spread = step * 10;
    await touch(session, 'touchMove', [
      { x: left.x - spread + 20, y: left.y + 30 },
      { x: right.x + spread + 20, y: right.y + 30 },
    ]);
  }
  await touch(session, 'touchEnd', []);
  const spread = (right.x - left.x + 160) / (right.x - left.x);
  await expect.poll(() => zoomOf(page)).toBeCloseTo(spread, 1);
  const now = await shareAt(page, { x: middle.x + 20, y: middle.y + 30 });
  expect(Math.abs(now.x - under.x)).toBeLessThan(0.02);
  expect(Math.abs(now.y - under.y)).toBeLessThan(0.02);
  await expectAllKept(page);
  await expect(page.getByText('Mended so far (0)')).toBeVisible();

  // One finger alone goes on pointing, however near the picture is.
  await page.getByRole('tablist', { name: 'Work on the picture' }).getByRole('tab', { name: 'Measure' }).click();
  const at = await spotIn(page, 0.5, 0.5);
  const place = await shareAt(page, at);
  await page.touchscreen.tap(at.x, at.y);
  await expect(page.locator('[data-measured]')).toContainText('cm²');
  const pen = page.locator('[data-zoom] svg g[transform]').last();
  const [, x = '0', y = '0'] = /translate\(([\d.]+) ([\d.]+)\)/.exec((await pen.getAttribute('transform')) ?? '') ?? [];
  const box = await page.locator('[data-zoom] canvas').first().boundingBox();
  expect(Number(x) / (box?.width ?? 1)).toBeCloseTo(place.x, 2);
  expect(Number(y) / (box?.height ?? 1)).toBeCloseTo(place.y, 2);
});
