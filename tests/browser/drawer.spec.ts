import { boundsMm } from '../../src/core/outline/outline';
import type { DrawerAnswer } from '../../src/model/api/drawer';
import type { Die } from '../../src/model/drawer';
import { expect, expectNoAxeFindings, test } from './application';

/** A lantern of three shapes in groups that move and turn; 80 x 100 mm, 10 units to a mm. */
const lantern = `<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="100mm" viewBox="0 0 800 1000"><g transform="translate(40 40)">
<path id="cap" d="M260 0h200l60 120H200z"/><g transform="rotate(90 360 440)"><rect id="body" x="150" y="140" width="420" height="600"/></g><circle id="flame" cx="360" cy="400" r="90"/></g></svg>`;
const svgFile = (text: string) => ({ name: 'lantern.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(text) });

test('dies, words and machines go into the drawer, are renamed and taken out; after a reload all is as it was', async ({
  page,
  piloting,
}) => {
  const { address } = piloting;
  const drawer = async () => (await (await fetch(`${address}/api/drawer`)).json()) as DrawerAnswer;
  const diesOf = async (set: string) => (await drawer()).items.filter((item): item is Die => item.kind === 'die' && item.set === set);
  await page.goto(`${address}/drawer`);
  await expect(page.locator('[data-thing="Badger pilot"] img')).toBeVisible();
  await expectNoAxeFindings(page);

  // A nested set, in inches.
  await page.getByRole('button', { name: 'A die', exact: true }).click();
  await page.getByRole('button', { name: 'oval', exact: true }).click();
  await page.getByLabel('So wide').fill('3 in');
  await page.getByLabel('So high').fill('2 1/2 in');
  await page.getByLabel('Nested sizes').fill('4');
  await page.getByLabel('Each smaller by').fill('1/4 in');
  await page.getByLabel('The set is called').fill('Portholes');
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Put 4 dies into the drawer' }).click();
  await expect(page.locator('[data-tray="die"]').getByRole('heading', { name: 'Portholes, 4 pieces' })).toBeVisible();
  const sizes = (await diesOf('Portholes')).map(({ outline }) => boundsMm(outline)).sort((one, other) => other.widthMm - one.widthMm);
  for (const [index, { widthMm, heightMm }] of sizes.entries()) {
    expect([widthMm, heightMm]).toEqual([expect.closeTo(76.2 - 6.35 * index, 2), expect.closeTo(63.5 - 6.35 * index, 2)]);
  }
  await page.getByRole('button', { name: 'A die', exact: true }).click();
  await page.getByLabel('So wide').fill('wide');
  await expect(page.getByRole('alert')).toContainText('Such as 60, 6.5 cm or 2 1/2 in.');
  await expect(page.getByRole('button', { name: 'Put it into the drawer' })).toBeDisabled();

  // Outlines of an SVG, at their size in mm; one that does not say its size, and one that draws nothing.
  await page.getByRole('button', { name: 'An outline as SVG in mm' }).click();
  const choose = (text: string) => page.getByLabel('Choose the SVG').setInputFiles(svgFile(text));
  await choose(lantern.replace('width="80mm" ', ''));
  await expect(page.getByRole('alert')).toContainText('does not say how wide it is on paper');
  await choose('<svg xmlns="http://www.w3.org/2000/svg" width="80mm" viewBox="0 0 80 80"><text>no shape</text></svg>');
  await expect(page.getByRole('alert')).toContainText('There is no closed shape in it');
  await choose('no drawing at all');
  await expect(page.getByRole('alert')).toContainText('This is no SVG');
  await choose(lantern);
  await page.getByLabel('The set is called').fill('Lantern of a file');
  await page.getByRole('button', { name: 'Put 3 dies into the drawer' }).click();
  await expect.poll(async () => (await diesOf('Lantern of a file')).length).toBe(3);
  const measured = Object.fromEntries((await diesOf('Lantern of a file')).map(({ name, outline }) => [name, boundsMm(outline)]));
  expect(measured.body, 'turned by 90 degrees').toMatchObject({ widthMm: expect.closeTo(60, 1), heightMm: expect.closeTo(42, 1) });
  expect(measured.cap).toMatchObject({ widthMm: expect.closeTo(32, 1), heightMm: expect.closeTo(12, 1) });
  expect(measured.flame?.widthMm).toBeCloseTo(18, 1);

  await page.getByRole('button', { name: 'Words', exact: true }).click();
  await page.getByLabel('The words').fill('Up, up and away');
  await page.getByLabel('The ink they like').fill('Nightfall black');
  await page.getByRole('button', { name: 'Put them into the drawer' }).click();
  await expect(page.locator('[data-thing="Up, up and away"]')).toContainText('likes Nightfall black');
  await page.getByRole('button', { name: 'A machine' }).click();
  await page.getByRole('button', { name: 'block', exact: true }).click();
  await page.getByRole('button', { name: 'Put it there' }).click();
  await expect(page.locator('[data-thing="Clear block"]')).toContainText('75 × 100 mm');

  // Renamed, and taken out after a question.
  const thing = page.locator('[data-thing="Clear block"]');
  await thing.getByRole('button', { name: /^Clear block/ }).click();
  await thing.getByLabel('Called').fill('Block for words');
  await thing.getByRole('button', { name: 'Keep the change' }).click();
  await expect(page.locator('[data-thing="Block for words"]')).toBeVisible();
  const gone = page.locator('[data-thing="Trimmer"]');
  await gone.getByRole('button', { name: /^Trimmer/ }).click();
  await gone.getByRole('button', { name: 'Take it out' }).click();
  await expect(page.getByRole('alertdialog')).toContainText('Makes that use it have a copy of their own');
  await page.getByRole('alertdialog').getByRole('button', { name: 'Take it out' }).click();
  await expect(gone).toHaveCount(0);
  await page.reload();
  await expect(page.locator('[data-thing="Block for words"]')).toBeVisible();
  await expect(page.locator('[data-thing="Trimmer"]')).toHaveCount(0);
});

test('a stamp goes in by its line image at true size; what is no image is refused in words', async ({ page, piloting }) => {
  await page.goto(`${piloting.address}/drawer`);
  await page.getByRole('button', { name: 'A stamp' }).click();
  const choose = page.getByLabel('Choose its line image');
  await choose.setInputFiles({ name: 'kite.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByRole('alert')).toBeVisible();
  await choose.setInputFiles('demo/line-images/parcel-and-cloud.svg');
  await expect(page.getByLabel('Called')).toHaveValue('parcel and cloud');
  await page.getByLabel('So wide on paper').fill('45');
  await page.getByRole('button', { name: 'Put it into the drawer' }).click();
  const thing = page.locator('[data-thing="parcel and cloud"]');
  await expect(thing).toContainText('45 × 35 mm');
  const image = thing.locator('img');
  await expect.poll(() => image.evaluate((one: HTMLImageElement) => one.naturalWidth)).toBeGreaterThan(100);
});

/** A sheet of three stamps, 120 x 80 mm: a kite of two strokes that nearly touch, a sun, a speck of dust, a leaf. */
const sheet = `<svg xmlns="http://www.w3.org/2000/svg" width="120mm" height="80mm" viewBox="0 0 1200 800" fill="none" stroke="black" stroke-width="12">
<path d="M100 100L250 60L300 250L120 260Z"/><path d="M210 270L250 340"/><circle cx="700" cy="180" r="110"/><circle cx="1150" cy="30" r="3"/><path d="M850 700Q700 500 1000 450Q1080 620 850 700Z"/></svg>`;

test('a sheet of several stamps is cut apart by taps, each at true size', async ({ page, piloting }) => {
  const { address } = piloting;
  await page.goto(`${address}/drawer`);
  await page.getByRole('button', { name: 'A stamp' }).click();
  await page
    .getByLabel('Choose its line image')
    .setInputFiles({ name: 'sky-sheet.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(sheet) });
  await expect(page.getByLabel('So wide on paper')).toHaveValue('120 mm');
  await page.getByRole('button', { name: 'It is a sheet of several: cut it apart' }).click();
  await expect(page.getByText('3 stamps found. Tap one to leave it out.')).toBeVisible();
  await page.getByRole('button', { name: 'Stamp 2' }).click();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Put 2 stamps into the drawer' }).click();
  await expect(page.getByRole('heading', { name: 'sky sheet, 2 pieces' })).toBeVisible();
  const { items } = (await (await fetch(`${address}/api/drawer`)).json()) as DrawerAnswer;
  const sizes = items
    .filter((item) => item.kind === 'stamp' && item.set === 'sky sheet')
    .map((item) => (item.kind === 'stamp' ? [item.widthMm, item.heightMm] : []));
  // The kite with its string: 20 x 28 mm and its strokes, and 1 mm of white all round; the leaf beside it.
  expect(sizes).toEqual([
    [expect.closeTo(23.3, -0.3), expect.closeTo(31, -0.3)],
    [expect.closeTo(25.3, -0.3), expect.closeTo(28.2, -0.6)],
  ]);
  await page.locator('[data-thing="sky sheet 1"] img').scrollIntoViewIfNeeded();
  await expect
    .poll(() => page.locator('[data-thing="sky sheet 1"] img').evaluate((one: HTMLImageElement) => one.naturalWidth))
    .toBeGreaterThan(100);
});
