import type { Page } from '@playwright/test';
import sharp from 'sharp';
import type { SwatchSheets } from '../../src/model/api/swatch-sheets';
import { photographSheet } from '../../src/core/camera/photograph-sheet';
import { drawnSheet } from '../../src/core/swatch/swatch-sheet';
import type { Lab } from '../../src/model/marker';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';
import { keptColours } from './kept';
import { expectBandsShown, goTo, painted } from './picture';

const bare: Lab = { L: 95, a: 0, b: 0 };
/** On this paper the middle rose is darker than the deepest: what was thought of them was wrong. */
const trueInks: Record<string, Lab> = {
  '88b.rose': { L: 84, a: 22, b: 4 },
  '62b.rose': { L: 44, a: 46, b: 8 },
  '36b.rose': { L: 58, a: 40, b: 6 },
};

async function openSwatches(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/rack`);
  await page.getByRole('navigation', { name: 'Views of the rack' }).getByRole('button', { name: 'Swatches' }).click();
  await expect(page.getByRole('heading', { name: 'Swatches' })).toBeVisible();
}

const sheetsOf = async (address: string) => (await (await fetch(`${address}/api/swatch-sheets`)).json()) as SwatchSheets;

/** A photo of the newest sheet, askew in warm light; one cell is only half filled. */
async function photoOf(address: string, seed: number): Promise<Buffer> {
  const [sheet] = (await sheetsOf(address)).sheets;
  if (!sheet) throw new Error('A sheet was printed.');
  const codeOf = new Map(sheet.codes.map(({ id, code }) => [id, code]));
  const { width, height, data } = photographSheet(drawnSheet(sheet), {
    ...{ paper: bare, pxPerMm: 6, leanDeg: 9, leanToDeg: 40, turnDeg: 3, fallOff: 0.2, cast: [0.97, 0.93, 0.84], noiseSigma: 2 },
    ...{ streakShare: 0.1, table: { L: 35, a: 5, b: 10 }, seed },
    isHalfFilled: ({ markerId, coats }) => coats === 2 && codeOf.get(markerId) === '88b.rose',
    inkOf: ({ markerId, coats }) => {
      const oneCoat = trueInks[codeOf.get(markerId) ?? ''] ?? { L: 70, a: 20, b: 5 };
      return coats === 1 ? oneCoat : { ...oneCoat, L: oneCoat.L - 7 };
    },
  });
  return sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 85 })
    .toBuffer();
}

async function openScarf(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/makes/make-balloon-post-pilot#groups`);
  await expectBandsShown(page);
}

test('a sheet is printed, photographed, read and taken but for a flagged cell; a ladder stands otherwise, and the picture with it, after a restart too', async ({
  page,
  lonely,
}) => {
  await openScarf(page, lonely.address);
  const before = await painted(page);

  // Only the roses: what the rack shows just now.
  await page.goto(`${lonely.address}/rack`);
  await page.getByLabel('Show only').fill('b.rose');
  await page.getByRole('navigation', { name: 'Views of the rack' }).getByRole('button', { name: 'Swatches' }).click();
  await choose(page.getByLabel('Markers', { exact: true }), /What the rack shows just now/);
  await choose(page.getByLabel('Your paper'), /Snowdrift/);
  await page.getByRole('button', { name: 'Letter' }).click();
  await page.getByRole('button', { name: /Lay out 1 page/ }).click();
  const link = page.getByRole('link', { name: /Print \d+ markers on 1 page/ });
  const pdf = await page.request.get(`${lonely.address}${await link.getAttribute('href')}`);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  await expectNoAxeFindings(page);

  // What is no photo, and one of no sheet, are told of, and change nothing.
  const drop = page.getByLabel('Choose a photo');
  await drop.setInputFiles({ name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
  await expect(page.getByRole('alert')).toContainText(/cannot be opened as a picture.*Nothing was changed/);
  const blank = await sharp({ create: { width: 900, height: 1200, channels: 3, background: '#e8e8e8' } })
    .png()
    .toBuffer();
  await drop.setInputFiles({ name: 'blank.png', mimeType: 'image/png', buffer: blank });
  await expect(page.getByRole('alert')).toContainText('No corner marks were found');

  const photo = await photoOf(lonely.address, 5);
  await drop.setInputFiles({ name: 'sheet.jpg', mimeType: 'image/jpeg', buffer: photo });
  const offered = page.locator('[data-offered]');
  await expect(offered).toBeVisible({ timeout: 60_000 });
  const cells = Number(await offered.getAttribute('data-offered'));
  const half = page.locator('[data-cell="88b.rose 2"]');
  await expect(half).toContainText('no one colour: streaky, or half filled');
  await expect(half.getByRole('checkbox')).not.toBeChecked();
  const middle = page.locator('[data-cell="62b.rose 1"]');
  await expect(middle.getByRole('checkbox')).toBeChecked();
  await expect(middle).toContainText('paper unknown, measured, 2026-09-05');
  await expect(middle, 'another paper says nothing of a change').not.toContainText('has changed');
  await expectNoAxeFindings(page);
  const readings = async () => ((await (await fetch(`${lonely.address}/api/rack`)).json()) as { readings: unknown[] }).readings.length;
  const known = await readings();
  await page.getByRole('button', { name: `Keep ${cells - 1} readings` }).click();
  await expect(page.getByText(new RegExp(`${cells - 1} readings kept, on Snowdrift`))).toBeVisible();
  expect(await readings()).toBe(known + cells - 1);

  // Dropped again only what is new is offered.
  await drop.setInputFiles({ name: 'sheet.jpg', mimeType: 'image/jpeg', buffer: photo });
  await expect(page.locator('[data-offered="1"]')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/cells of this sheet were read before/)).toBeVisible();
  await page.getByRole('button', { name: 'Leave it all' }).click();

  // The scarf's ladder: its colours are others, and it is put in order.
  await openScarf(page, lonely.address);
  await expect.poll(async () => (await painted(page)) === before).toBe(false);
  await page
    .getByRole('button', { name: /^Scarf/ })
    .first()
    .click();
  const risen = page.locator('[data-risen="36b.rose"]');
  await expect(risen).toContainText(/36b.rose is lighter than 62b.rose on Snowdrift/);
  const measured = await painted(page);
  await risen.getByRole('button', { name: 'Put them in order' }).click();
  await expect(risen).toHaveCount(0);
  await expectAllKept(page);
  const rungs = async () => (await keptColours(page))?.elements.find(({ name }) => name === 'Scarf')?.ladder?.rungs.map(({ code }) => code);
  expect(await rungs()).toEqual(['88b.rose', '36b.rose', '62b.rose']);
  await expect.poll(async () => (await painted(page)) === measured).toBe(false);

  await lonely.stopServer();
  lonely.cluster?.kill();
  await lonely.cluster?.restart();
  await lonely.startServer();
  await openScarf(page, lonely.address);
  expect(await rungs()).toEqual(['88b.rose', '36b.rose', '62b.rose']);
  // With its paper named it says which colours are of that paper.
  await goTo(page, 'Recipe');
  await page.getByRole('button', { name: /As last time: Snowdrift/ }).click();
  await expect(page.locator('[data-read-on]')).toContainText(
    /^\d+ of 21 markers in the colours that they were read in on Snowdrift.*elsewhere/,
  );
  await expectAllKept(page);
  await goTo(page, 'Groups');
  await page
    .getByRole('button', { name: /^Scarf/ })
    .first()
    .click();
  await expect(page.locator('[data-read-on]')).toContainText(/^All 3 markers in the colours that they were read in on Snowdrift/);
  await openSwatches(page, lonely.address);
  await expect(page.locator('[data-sheet]')).toHaveCount(1);
});

test('an ink that has changed is said so beside its older reading, and a colour is found by hand beside its neighbours', async ({
  page,
  piloting,
}) => {
  const read = (id: string, L: number, on: string) => ({
    ...{ id, markerId: 'larkmere-62d-fern', paper: 'Oat card', coats: 1, source: 'measured', on },
    lab: { L, a: -20, b: 30 },
  });
  const sent = await fetch(`${piloting.address}/api/rack`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: piloting.address },
    body: JSON.stringify({ readings: [read('first', 70, '2026-11-01'), read('second', 62, '2026-11-28')] }),
  });
  expect(sent.status).toBe(200);
  await page.goto(`${piloting.address}/rack`);
  await page.getByLabel('Show only').fill('62d.fern');
  await page
    .getByRole('button', { name: /62d\.fern/ })
    .first()
    .click();
  const card = page.getByRole('region', { name: 'Marker 62d.fern' });
  await expect(card.locator('[data-drift]')).toContainText(/this ink has changed, or the light has/);
  await expect(card.getByRole('list', { name: 'Readings, the newest first' }).getByRole('listitem')).toHaveCount(3);

  // Nudged lighter, beside the others of its family, and kept as picked.
  await card.getByRole('button', { name: 'Lighter' }).click();
  await expect(card.locator('[data-beside]')).toContainText('this one');
  const nudged = await card.getByLabel('A colour, to be kept as', { exact: true }).inputValue();
  expect(nudged).toMatch(/^#[0-9a-f]{6}$/);
  // From a photo of a stroke: the ink is tapped.
  const stroke = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#f0ece2' } })
    .composite([{ input: { create: { width: 300, height: 60, channels: 3, background: '#6d9a4a' } }, top: 70, left: 0 }])
    .png()
    .toBuffer();
  await card.getByLabel('From a photo of a stroke').setInputFiles({ name: 'stroke.png', mimeType: 'image/png', buffer: stroke });
  const photo = card.getByLabel('Photo of a stroke: tap the ink');
  await photo.scrollIntoViewIfNeeded();
  await photo.click();
  await expect(card.getByLabel('A colour, to be kept as', { exact: true })).not.toHaveValue(nudged);
  await card.getByRole('button', { name: 'picked ink' }).click();
  await expect(card.getByRole('list', { name: 'Readings, the newest first' }).getByRole('listitem')).toHaveCount(4);
  await expect(card.getByText(/one coat on a paper nobody named, picked by hand/).first()).toBeVisible();
});

test('the expected look is painted dry and wet, says how far it can be trusted, follows coats and the colour of the lines, and is saved', async ({
  page,
  piloting,
}) => {
  await page.goto(`${piloting.address}/makes/make-balloon-post-pilot#recipe`);
  await expectBandsShown(page);
  const bands = await painted(page);
  const shows = async (name: string, look: string) => {
    await page.getByRole('button', { name, exact: true }).click();
    await expect(page.locator(`[data-look="${look}"]`)).toBeVisible();
    await expectBandsShown(page);
  };
  await shows('Expected, dry', 'dry');
  await expect.poll(async () => (await painted(page)) === bands).toBe(false);
  await expectBandsShown(page);
  const dry = await painted(page);
  await expect(page.getByText(/This is what is expected, no promise/)).toBeVisible();
  await expect(page.getByText(/No second coat was measured/)).toBeVisible();
  await expectNoAxeFindings(page);
  await shows('Fresh and wet', 'wet');
  await expect.poll(async () => (await painted(page)) === dry).toBe(false);
  const sum = (text: string) => text.split(',').reduce((all, own) => all + Number(own), 0);
  expect(sum(await painted(page)), 'wet is darker').toBeLessThan(sum(dry));
  await shows('Expected, dry', 'dry');
  await expect.poll(async () => (await painted(page)) === dry).toBe(true);

  // It stays so from station to station, and is turned off and on beside the picture.
  await goTo(page, 'Groups');
  await expectBandsShown(page);
  const turn = page.getByRole('button', { name: 'Expected look' });
  await expect(turn).toHaveAttribute('aria-pressed', 'true');
  // One element is in hand there, the others are faded.
  const there = await painted(page);
  await turn.click();
  await expect.poll(async () => (await painted(page)) === there).toBe(false);
  await turn.press('Enter');
  await expect.poll(async () => (await painted(page)) === there).toBe(true);
  // The lamp moves, and the look with it.
  await goTo(page, 'Light');
  await expectBandsShown(page);
  await page.getByRole('slider', { name: 'Lamp', exact: true }).focus();
  await page.keyboard.press('ArrowRight');
  await expectAllKept(page);
  await expectBandsShown(page);
  const moved = await painted(page);
  expect(moved === dry).toBe(false);
  await turn.click();
  await expectBandsShown(page);
  await expect.poll(async () => (await painted(page)) === moved).toBe(false);
  await page.keyboard.press('Control+z');
  await expectAllKept(page);
  await goTo(page, 'Recipe');
  await shows('Expected, dry', 'dry');
  await expect.poll(async () => (await painted(page)) === dry).toBe(true);

  // A second coat deepens; it is taken back.
  const scarf = page.locator('li[data-element="Scarf"]');
  await scarf.getByRole('button', { name: 'Scarf', exact: true }).click();
  await scarf.getByRole('button', { name: 'Two', exact: true }).click();
  await scarf.getByRole('button', { name: 'Scarf', exact: true }).click();
  await expect.poll(async () => (await painted(page)) === dry).toBe(false);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await painted(page)) === dry).toBe(true);

  // Pale lines, as a no-line ink leaves them; read as black again.
  await page.getByRole('button', { name: 'Another colour' }).click();
  await page.getByLabel('Colour of the lines', { exact: true }).fill('#d9d4cb');
  await page.getByRole('button', { name: 'Take it', exact: true }).click();
  await expect(page.locator('[data-line-colour="#d9d4cb"]')).toContainText('as you say');
  await expect.poll(async () => sum(await painted(page))).toBeGreaterThan(sum(dry) * 1.02);
  await expectAllKept(page);
  await page.getByRole('button', { name: 'As it was read' }).click();
  await expect(page.locator('[data-line-colour="#000000"]')).toBeVisible();

  const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save it as a picture' }).click()]);
  expect(saved.suggestedFilename()).toMatch(/, expected look, \d{4}-\d\d-\d\d\.png$/);
  const { width, height } = await sharp(await saved.path()).metadata();
  const picture = await keptColours(page);
  expect([width, height]).toEqual([picture?.grey.widthPx, picture?.grey.heightPx]);

  // As a telephone would see it, to try without paper what is done with a photo.
  const [photo] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'As if photographed' }).click()]);
  expect(photo.suggestedFilename()).toMatch(/, made-up photo, \d{4}-\d\d-\d\d\.jpg$/);
  expect((await sharp(await photo.path()).metadata()).format).toBe('jpeg');
});
