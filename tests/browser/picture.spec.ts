import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { renderScan } from '../../demo/scan';
import { decodeRegionTable } from '../../src/core/make/region-tables';
import type { KeptMake } from '../../src/model/api/makes';
import type { RegionTable } from '../../src/model/region-table';
import { photographedSheet } from '../photographed-sheet';
import { photographedCorners } from '../pinhole';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { goTo, tap } from './picture';
import { keptRead } from './kept';

test.use({ hasTouch: true });

/** 80 x 60 mm: a coat whose left side has a break of 2 mm, with a button; a pocket left open at its top by 6 mm; hatching in the pocket. */
const drawing = Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 80 60"><g fill="none" stroke="#000" stroke-width="0.6">
  <path d="M10 29V10H38V50H10V31"/><circle cx="24" cy="20" r="5"/>
  <path d="M55 12H46V50H70V12H61"/><path d="M52 38l6 6M53.2 36.8l6 6M54.4 35.6l6 6M55.6 34.4l6 6"/></g></svg>`);
const turnDeg = 3;
/** The sheet of the scan has grown to hold the turn; straightened, the drawing lies in its middle. */
const sheet = {
  width: 80 * Math.cos(Math.PI / 60) + 60 * Math.sin(Math.PI / 60),
  height: 60 * Math.cos(Math.PI / 60) + 80 * Math.sin(Math.PI / 60),
};
const share = (xMm: number, yMm: number): [number, number] => [
  (xMm + (sheet.width - 80) / 2) / sheet.width,
  (yMm + (sheet.height - 60) / 2) / sheet.height,
];

async function onDesk(page: Page, xMm: number, yMm: number): Promise<{ x: number; y: number }> {
  const box = await page.locator('[data-mend-view]').boundingBox();
  if (!box) throw new Error('The picture is not on its desk.');
  const [x, y] = share(xMm, yMm);
  return { x: box.x + x * box.width, y: box.y + y * box.height };
}

async function tableOf(page: Page, { document }: KeptMake): Promise<RegionTable> {
  const digest = document.pictures[0]?.regionMap?.table;
  return decodeRegionTable(new Uint8Array(await (await page.request.get(`${new URL(page.url()).origin}/api/blobs/${digest}`)).body()));
}

/** Corners of a frame on a stage that has not been measured yet. */
const notYetLaidOut = /^0,0 0,0 /;
const areas = (page: Page) => page.locator('[data-area-count]');
const step = (page: Page, name: string) => page.getByRole('tablist', { name: 'Work on the picture' }).getByRole('tab', { name }).click();

test('a degraded scan is straightened, mended by touch, mouse and keys, and read again with nothing lost', async ({ page, shared }) => {
  const scan = await renderScan(drawing, { widthMm: 80, dpi: 220, turnDeg, paper: 205, slope: 70, noise: 5, seed: 5 });
  await page.goto(`${shared.address}/makes/new`);
  await page.locator('input[type="file"]').first().setInputFiles({ name: 'coat-scan.png', mimeType: 'image/png', buffer: scan });
  await expect(page.getByText('Read from the file.')).toBeVisible();
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(areas(page)).toHaveText('1', { timeout: 60_000 });
  await expectNoAxeFindings(page);

  // The button becomes an element, so that there is something to lose.
  await goTo(page, 'Elements');
  const turned = (x: number, y: number): [number, number] => {
    const angle = (turnDeg * Math.PI) / 180;
    const [dx, dy] = [x - 40, y - 30];
    return [
      0.5 + (dx * Math.cos(angle) - dy * Math.sin(angle)) / sheet.width,
      0.5 + (dx * Math.sin(angle) + dy * Math.cos(angle)) / sheet.height,
    ];
  };
  await tap(page, turned(24, 20));
  await page.getByLabel('Name of the element').fill('Button');
  await page.getByLabel('Name of the element').press('Enter');
  const buttonId = (await keptRead(page)).document.pictures[0]?.elements[0]?.regionIds[0];
  expect(buttonId).toBeTruthy();

  // Straighten, by the ruler and then by hand, and bring the grey paper to white.
  await goTo(page, 'Picture');
  await step(page, 'Straighten');
  await expect(page.getByRole('img', { name: 'The original as it came in' })).toBeVisible();
  // A level ruler changes nothing on an upright frame; one laid askew turns it, and "Whole original" turns it back.
  await page.getByRole('button', { name: 'Lay a ruler on it' }).click();
  const frame = page.locator('[data-cut-out] polygon');
  await expect(frame).not.toHaveAttribute('points', notYetLaidOut);
  const upright = (await frame.getAttribute('points')) ?? '';
  for (let press = 0; press < 3; press++) await page.getByRole('button', { name: /^End of the ruler/ }).press('Shift+ArrowDown');
  await page.getByRole('button', { name: 'Level with the ruler' }).click();
  await expect(frame).not.toHaveAttribute('points', upright);
  await page.getByRole('button', { name: 'Whole original' }).click();
  await expect(frame).toHaveAttribute('points', upright);
  for (let turn = 0; turn < 3; turn++) await page.getByRole('button', { name: 'Turn the drawing by -1 degrees' }).click();
  await page.getByLabel(/Even out the light/).check();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Cut it out like this' }).click();
  await expect.poll(async () => (await keptRead(page)).document.pictures[0]?.preparation?.evenLight, { timeout: 60_000 }).toBe(true);
  const straight = (await keptRead(page)).document.pictures[0];
  expect(straight?.elements[0]?.regionIds, 'the button kept its id through the turn').toEqual([buttonId]);
  expect(Math.abs((straight?.widthMm ?? 0) - sheet.width)).toBeLessThan(0.5);

  // The hatching is a shade cue and no line.
  await step(page, 'Mend');
  await expect(page.locator('[data-cue]')).toHaveCount(1);

  // The leak, by one touch in the break. What the drawing leaves open is offered dashed, the break too.
  await expect(page.locator('[data-mark="proposal"]')).not.toHaveCount(0);
  const leak = await onDesk(page, 10, 30);
  await page.touchscreen.tap(leak.x, leak.y);
  await expect(areas(page)).toHaveText('2', { timeout: 30_000 });

  await expect(page.locator('[data-mark="closing"]')).toHaveCount(1);

  // The opening of the pocket: a click on its dashed line takes it.
  await expectNoAxeFindings(page);
  const opening = await onDesk(page, 58, 12);
  await page.mouse.click(opening.x, opening.y);
  await expect(areas(page)).toHaveText('3', { timeout: 30_000 });
  await expect(page.locator('[data-mark="closing"]')).toHaveCount(2);

  // The coat is divided by keys alone: the pen goes near its left bottom corner, and Enter cuts the corner off, the shortest way.
  await page.getByRole('button', { name: 'Divide an area' }).press('Enter');
  const desk = page.getByRole('application', { name: /arrow keys move the pen/ });
  await desk.focus();
  // The pen stands where the mouse last clicked, at 58, 12: 44 mm to the left and 34 down.
  for (const [key, times] of [
    ['Shift+ArrowLeft', 8],
    ['ArrowLeft', 4],
    ['Shift+ArrowDown', 6],
    ['ArrowDown', 4],
  ] as const) {
    for (let press = 0; press < times; press++) await page.keyboard.press(key);
  }
  await page.keyboard.press('Enter');
  await expect(areas(page)).toHaveText('4', { timeout: 30_000 });

  // And a stroke put down and lifted by keys: one undo takes it back, even while it is still being read.
  await page.keyboard.press('Space');
  for (let press = 0; press < 3; press++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Space');
  await expect(page.getByRole('list', { name: 'Mends' }).getByRole('listitem')).toHaveCount(4, { timeout: 30_000 });
  await expectAllKept(page);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('list', { name: 'Mends' }).getByRole('listitem')).toHaveCount(3);

  // Go away and come back.
  const before = await keptRead(page);
  await page.getByRole('link', { name: 'Table' }).click();
  await page.goBack();
  await expect(areas(page)).toHaveText('4', { timeout: 30_000 });
  await expect(page.getByRole('list', { name: 'Mends' }).getByRole('listitem')).toHaveCount(3);

  // Fainter lines: the loupe answers at once, the reading when it is asked for.
  await step(page, 'Lines');
  const loupe = page.locator('[data-ink-share]');
  await expect(loupe).toHaveAttribute('data-ink-share', /\d/);
  const overLine = await onDesk(page, 38, 40);
  await page.mouse.move(overLine.x, overLine.y);
  await expect.poll(async () => Number(await loupe.getAttribute('data-ink-share'))).toBeGreaterThan(0);
  const usualInk = Number(await loupe.getAttribute('data-ink-share'));
  const slider = page.getByRole('slider', { name: 'Lines' });
  await slider.focus();
  for (let press = 0; press < 20; press++) await page.keyboard.press('ArrowLeft');
  await expect.poll(async () => Number(await loupe.getAttribute('data-ink-share'))).toBeGreaterThan(usualInk);
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Read the lines like this' }).click();
  await expect
    .poll(async () => (await keptRead(page)).document.pictures[0]?.lineSettings?.depthShare, { timeout: 60_000 })
    .toBeCloseTo(0.22, 5);
  const after = await keptRead(page);
  const ids = async (make: KeptMake) => (await tableOf(page, make)).regions.map(({ id }) => id).sort();
  expect(await ids(after), 'every area kept its id').toEqual(await ids(before));
  expect(after.document.pictures[0]?.mends).toEqual(before.document.pictures[0]?.mends);
  expect(after.document.pictures[0]?.elements).toEqual(before.document.pictures[0]?.elements);
  await expect(page.locator('[data-lost]')).toHaveCount(0);
});

test('measures are told of a tapped area, joined areas are listed, and the picture prints at true size', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/new`);
  const boxes = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 60 40"><path fill="none" stroke="#000" stroke-width="0.5" d="M10 10H50V30H10ZM25 10V30"/></svg>`;
  await page
    .locator('input[type="file"]')
    .first()
    .setInputFiles({ name: 'boxes.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(boxes) });
  // The ruler: its two ends lie 0.6 of the picture apart, 36 mm of 60.
  await page.getByRole('button', { name: 'Not known? Lay a ruler on it' }).click();
  await page.getByLabel('Or: the ruler is so long on paper').fill('36');
  await expect(page.getByLabel('How wide is it on paper?')).toHaveValue('60 mm');
  await page.getByRole('button', { name: /^Start of the ruler/ }).press('ArrowRight');
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(areas(page)).toHaveText('2', { timeout: 60_000 });

  await step(page, 'Measure');
  const box = await page.locator('[data-mend-view]').boundingBox();
  if (!box) throw new Error('no picture');
  await page.mouse.click(box.x + box.width * (40 / 60), box.y + box.height * 0.5);
  const measured = page.locator('[data-measured]');
  // 25 x 20 mm between the middles of the lines.
  await expect(measured).toContainText(/(4\.9\d|5\.0\d) cm²/);
  await expect(measured).toContainText(/19\.[3-7] mm where it is narrowest/);
  await expect(measured).toContainText('along the paper outside');
  await expectNoAxeFindings(page);
  const href = await page.getByRole('link', { name: 'Print at true size (Letter)' }).getAttribute('href');
  const pdf = await page.request.get(`${shared.address}${href}`);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');

  // A drag from one area to the other joins them; what lost its id is listed until it was seen.
  await step(page, 'Mend');
  await page.getByRole('button', { name: 'Join areas' }).click();
  await page.route('**/api/blobs', (route) => route.abort());
  await page.mouse.move(box.x + box.width * (17 / 60), box.y + box.height * 0.5);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * (40 / 60), box.y + box.height * 0.5, { steps: 6 });
  await page.mouse.up();
  // The server is away just then: the mend is done all the same, waits in the browser, and outlives a reload.
  await expect(areas(page)).toHaveText('1', { timeout: 30_000 });
  await expect(page.locator('[data-keep]')).toHaveText(/Kept here, waiting/);
  await page.reload();
  await expect(areas(page)).toHaveText('1', { timeout: 30_000 });
  await expect(page.locator('[data-keep]')).toHaveText(/Kept here, waiting/);
  await page.unroute('**/api/blobs');
  await expectAllKept(page);
  await page.reload();
  await expect(areas(page)).toHaveText('1', { timeout: 30_000 });
  await expect(page.locator('[data-lost]')).toContainText('1 area of before has no match');
  await page.getByRole('button', { name: 'Seen' }).click();
  await expect(page.locator('[data-lost]')).toHaveCount(0);
  // A tap where it means nothing is answered in words.
  await page.getByRole('button', { name: 'Join areas' }).click();
  await page.mouse.click(box.x + 4, box.y + 4);
  await expect(page.locator('[data-desk-said]')).toContainText('Tap on the line between two areas');

  // The picture itself cannot be fetched for a while when it is to be read anew: that is said, and it is read when the maker asks again.
  await page.route('**/api/blobs/*', (route) => route.abort());
  await page.reload();
  await step(page, 'Lines');
  await page.getByRole('checkbox').first().click();
  await page.getByRole('button', { name: 'Read the lines like this' }).click();
  await expect(page.getByRole('alert').first()).toContainText('does not answer', { timeout: 30_000 });
  await page.unroute('**/api/blobs/*');
  await page.getByRole('button', { name: 'Find the areas again' }).click();
  await expect(page.getByRole('button', { name: 'Find the areas again' })).toHaveCount(0, { timeout: 30_000 });
  await expect(areas(page)).toHaveText('1');
  await expectAllKept(page);
});

test('a pasted photograph is taken in, with a word that it is no line image', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/new`);
  await expect(page.locator('astro-island[ssr]')).toHaveCount(0);
  // A made-up photograph: soft light and fur-like grain, drawn by the page and pasted as a file.
  await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(500, 400);
    const context = canvas.getContext('2d');
    if (!context) throw new Error('no canvas');
    const image = context.createImageData(500, 400);
    for (let i = 0; i < 200_000; i++) {
      const [x, y] = [i % 500, Math.floor(i / 500)];
      const level = 120 + 70 * Math.sin(x / 37) * Math.cos(y / 29) + 25 * Math.sin(x / 5 + y / 7) + 20 * Math.sin(x * y);
      image.data.set([level, level * 0.9, level * 0.7, 255], 4 * i);
    }
    context.putImageData(image, 0, 0);
    const blob = await canvas.convertToBlob({ type: 'image/webp' });
    const transfer = new DataTransfer();
    transfer.items.add(new File([blob], 'cat.webp', { type: 'image/webp' }));
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true, cancelable: true }));
  });
  await expect(page.getByRole('img', { name: 'Preview of cat.webp' })).toBeVisible();
  await page.getByLabel('How wide is it on paper?').fill('60');
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(page.getByText('This looks like a photograph')).toBeVisible({ timeout: 60_000 });
});

const photoPx = { width: 1200, height: 900 };
const look = { height: 0.75, tiltDeg: 24, axisDeg: 40, turnDeg: 6, distance: 1.5, offX: 0.02, offY: -0.02, focal: 0.8 };
const sheetCorners = photographedCorners(look, photoPx);

/** Brings in a made-up photo of a sheet with a ring on it, lying askew on a table. */
async function bringInPhoto(page: Page, address: string): Promise<void> {
  const { data } = photographedSheet(photoPx, sheetCorners, { paper: 215, table: 90, slope: 40, noise: 8, seed: 4 });
  const buffer = await sharp(data, { raw: { ...photoPx, channels: 1 } })
    .jpeg({ quality: 85 })
    .toBuffer();
  await page.goto(`${address}/makes/new`);
  await page.locator('input[type="file"]').first().setInputFiles({ name: 'ring.jpg', mimeType: 'image/jpeg', buffer });
  await expect(page.getByLabel(/A sheet of paper is seen here/)).toBeChecked();
}

function expectCorners(found: readonly (readonly [number, number])[] | undefined): void {
  expect(found).toHaveLength(4);
  found?.forEach(([x, y], index) => {
    const [trueX, trueY] = sheetCorners[index] as [number, number];
    expect(Math.hypot(x - trueX, y - trueY)).toBeLessThan(0.006);
  });
}

test('the sheet in a photo is seen as it comes in, cut out, flattened to its own proportions and read', async ({ page, shared }) => {
  await bringInPhoto(page, shared.address);
  await expectNoAxeFindings(page);
  // The left side of the sheet, laid over with the ruler, is 75 mm: so the sheet is 100 mm wide.
  await page.getByRole('button', { name: 'Not known? Lay a ruler on it' }).click();
  const preview = await page.getByRole('img', { name: 'Preview of ring.jpg' }).boundingBox();
  if (!preview) throw new Error('The photo is not on the screen.');
  for (const [name, index] of [
    ['Start of the ruler', 0],
    ['End of the ruler', 3],
  ] as const) {
    const [x, y] = sheetCorners[index] as [number, number];
    await page.getByRole('button', { name: new RegExp(`^${name}`) }).hover();
    await page.mouse.down();
    await page.mouse.move(preview.x + x * preview.width, preview.y + y * preview.height, { steps: 4 });
    await page.mouse.up();
  }
  await page.getByLabel('Or: the ruler is so long on paper').fill('75');
  const width = Number((await page.getByLabel('How wide is the sheet?').inputValue()).replace(' mm', ''));
  expect(Math.abs(width - 100)).toBeLessThan(1.5);
  await page.getByLabel('How wide is the sheet?').fill('100');
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(areas(page)).toHaveText('1', { timeout: 60_000 });
  const make = await keptRead(page);
  const picture = make.document.pictures[0];
  expect(picture?.preparation?.evenLight).toBe(true);
  expectCorners(picture?.preparation?.corners);
  const proportion = (picture?.heightMm ?? 0) / (picture?.widthMm ?? 1);
  expect(Math.abs(proportion - look.height), 'the proportions of the sheet').toBeLessThan(0.02);
  // The ring is 0.6 of the sheet wide and 0.6 high, less half a line, wherever it was seen.
  const [left = 0, top = 0, wide = 0, high = 0] = (await tableOf(page, make)).regions[0]?.boundsMm ?? [];
  expect(Math.abs(wide - 60)).toBeLessThan(1.5);
  expect(Math.abs(high - 60 * proportion)).toBeLessThan(1.5);
  expect(Math.abs(left + wide / 2 - 50)).toBeLessThan(0.8);
  expect(Math.abs(top + high / 2 - 50 * proportion)).toBeLessThan(0.8);
});

test('a photo taken in whole has its sheet found later; a drawing without one says so', async ({ page, shared }) => {
  await bringInPhoto(page, shared.address);
  await page.getByLabel(/A sheet of paper is seen here/).uncheck();
  await expect(page.locator('[data-sheet-seen]')).toHaveCount(0);
  await page.getByLabel('How wide is it on paper?').fill('120');
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(page.getByRole('heading', { name: 'ring', level: 1 })).toBeVisible();
  expect((await keptRead(page)).document.pictures[0]?.preparation).toBeUndefined();
  await step(page, 'Straighten');
  await page.getByRole('button', { name: 'Find the sheet' }).click();
  await expect(page.getByText('The corners lie on the edges of the sheet.')).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Cut it out like this' }).click();
  await expect.poll(async () => (await keptRead(page)).document.pictures[0]?.preparation?.corners, { timeout: 60_000 }).toBeDefined();
  expectCorners((await keptRead(page)).document.pictures[0]?.preparation?.corners);

  const frame = page.locator('[data-cut-out] polygon');
  await page.goto(`${shared.address}/makes/make-balloon-post-pilot#picture`);
  await step(page, 'Straighten');
  await expect(frame).not.toHaveAttribute('points', notYetLaidOut);
  const before = await frame.getAttribute('points');
  await page.getByRole('button', { name: 'Find the sheet' }).click();
  await expect(page.getByText('Put the corners by hand.')).toBeVisible();
  await expect(frame).toHaveAttribute('points', before ?? '');
});

test('squared paper is refused in words, and no edit of it is left waiting', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/new`);
  const squares = Array.from({ length: 90 }, (_, index) => `M${index * 1.1 + 1} 1V99M1 ${index * 1.1 + 1}H99`).join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><path d="${squares}" stroke="#000" stroke-width="0.2"/></svg>`;
  await page
    .locator('input[type="file"]')
    .first()
    .setInputFiles({ name: 'squared.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await page.getByLabel('How wide is it on paper?').fill('100');
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(page.getByText(/falls into [\d,]+ areas, more than anyone colours/)).toBeVisible({ timeout: 60_000 });
  await expectAllKept(page);
  // Read with other settings it is answered again; nothing is stuck.
  await step(page, 'Lines');
  await page.getByRole('slider', { name: 'Specks left out' }).press('End');
  await page.getByRole('button', { name: 'Read the lines like this' }).click();
  await expect(page.getByRole('button', { name: 'Find the areas again' })).toBeVisible({ timeout: 60_000 });
});

test('a dropped scan of 8.7 megapixels shows its progress, and the page goes on answering', async ({ page, shared }) => {
  const scan = await renderScan(await readFile('demo/line-images/badger-pilot.svg'), {
    widthMm: 110,
    dpi: 600,
    turnDeg: 0,
    paper: 236,
    slope: 20,
    noise: 3,
    seed: 9,
  });
  await page.goto(`${shared.address}/makes/new`);
  await page.locator('input[type="file"]').first().setInputFiles({ name: 'large-scan.png', mimeType: 'image/png', buffer: scan });
  await expect(page.getByText('Read from the file.')).toBeVisible({ timeout: 60_000 });
  // Frames the page draws while the worker reads, and the words it shows meanwhile, from the first moment of the next page on.
  await page.addInitScript(() => {
    const seen = { frames: 0, words: [] as string[] };
    Object.assign(window, { seenWhileReading: seen });
    const look = () => {
      const bar = document.querySelector('[role="progressbar"]');
      const words = bar?.getAttribute('aria-label');
      if (words) seen.frames++;
      if (words && !seen.words.includes(words)) seen.words.push(words);
      requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(areas(page)).not.toHaveText('0', { timeout: 120_000 });
  const seen = await page.evaluate(() => (window as unknown as { seenWhileReading: { frames: number; words: string[] } }).seenWhileReading);
  expect(seen.words.length, seen.words.join(', ')).toBeGreaterThanOrEqual(3);
  expect(seen.frames).toBeGreaterThan(10);
  // The working raster has 300 dots per inch whatever the scan has; the page itself keeps no more than its maps.
  const large = await keptRead(page);
  expect(large.document.pictures[0]?.grey.widthPx).toBe(Math.round((110 / 25.4) * 300));
  const session = await page.context().newCDPSession(page);
  const { metrics } = (await session.send('Performance.getMetrics')) as { metrics: { name: string; value: number }[] };
  expect(metrics.find(({ name }) => name === 'JSHeapUsedSize')?.value ?? 0).toBeLessThan(200e6);
});
