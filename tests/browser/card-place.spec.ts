import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import type { Make } from '../../src/model/make';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';

const put = (page: Page, name: string) => page.getByRole('button', { name: `Put ${name} onto The card`, exact: true }).click();
const openPiece = (page: Page, name: string) => page.locator(`[data-piece="${name}"] button[aria-expanded]`).first().click();
const work = (page: Page, need: string, of: string) => page.locator(`[data-need="${need}"] [data-work="${of}"]`);

/** What the printed plan says, as poppler reads it. */
async function printedPlan(page: Page, address: string): Promise<string> {
  await page.getByRole('tab', { name: 'Stamp and cut' }).click();
  const href = (await page.getByRole('link', { name: 'What is needed, paper, passes and masks' }).getAttribute('href')) ?? '';
  const answer = await page.request.get(`${address}${href}`);
  expect(answer.status()).toBe(200);
  const file = join(mkdtempSync(join(tmpdir(), 'printed-')), 'plan.pdf');
  writeFileSync(file, await answer.body());
  return execFileSync('pdftotext', [file, '-'], { maxBuffer: 1 << 26 })
    .toString()
    .replaceAll(/\s+/g, ' ');
}

test('pieces are spread over a panel, then round a free middle as a wreath; colourways among them differ from neighbour to neighbour', async ({
  page,
  piloting,
}) => {
  await page.goto(`${piloting.address}/makes/make-balloon-post-pilot#card`);
  await page.getByRole('button', { name: 'Begin with a card' }).click();
  await put(page, 'Frame 56 × 32');
  await put(page, 'Cloud line');
  await page.getByRole('button', { name: 'That is all' }).click();
  await page.getByRole('textbox', { name: 'How many of Frame 56 × 32' }).fill('4');
  await page.keyboard.press('Enter');
  await page.getByRole('tab', { name: 'In place' }).click();
  const panel = page.getByRole('region', { name: 'Panel of The card' });
  await panel.getByLabel('Panel wide').fill('210');
  await panel.getByLabel('Panel high').fill('200');
  await page.keyboard.press('Enter');
  await expect(panel.getByLabel('Panel high')).toHaveValue('200 mm');
  await expect(panel).toHaveAttribute('data-settled', 'true', { timeout: 60_000 });
  await expect(page.locator('[data-motif]')).toHaveCount(5);
  const where = () => page.locator('[data-motif]').evaluateAll((motifs) => motifs.map((one) => one.getAttribute('transform')));
  const first = await where();
  await panel.getByRole('button', { name: 'Spread them anew' }).click();
  await expect.poll(where).not.toEqual(first);
  await panel.getByRole('button', { name: 'Round a free middle' }).click();
  await panel.getByLabel('Middle wide').fill('60');
  await panel.getByLabel('Middle high').fill('50');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-card-place] ellipse')).toHaveCount(1);
  await expect(panel).toHaveAttribute('data-settled', 'true', { timeout: 60_000 });
  for (let more = 0; more < 3; more++) await panel.getByRole('button', { name: 'One more colourway of The card' }).click();
  await expect(panel.locator('[data-shared]')).toContainText('No two neighbours are alike.');
  await expectNoAxeFindings(page);
  await expectAllKept(page);
  await page.reload();
  await page.getByRole('tab', { name: 'In place' }).click();
  await expect(page.locator('[data-card-place] ellipse')).toHaveCount(1);
  await expect(panel.getByLabel('Panel wide')).toHaveValue('210 mm');
  // What has no room is said.
  await panel.getByLabel('Panel wide').fill('60');
  await page.keyboard.press('Enter');
  await expect(panel.getByRole('alert')).toContainText('There is no room for');
});

test('a ring with its centre, a second die beside its middle, a window into the base: each in its own pass, done one after the other', async ({
  page,
  piloting,
}) => {
  const { address } = piloting;
  await page.goto(`${address}/makes/make-balloon-post-pilot#card`);
  await page.getByRole('button', { name: 'Begin with a card' }).click();
  await put(page, 'Frame 80 × 56');
  await put(page, 'Frame 56 × 32');
  await page.getByRole('button', { name: 'That is all' }).click();
  await openPiece(page, 'Frame 80 × 56');
  await page.getByRole('button', { name: 'As a ring, Frame 68 × 44 taped within' }).click();
  await page.getByRole('button', { name: 'The centre as a piece too' }).click();
  await expect(page.locator('[data-need="Frame 68 × 44"]')).toContainText('1 out of rings that are cut anyway');
  // A second die, 20 mm beside its middle; and what would cross the other's blades is said.
  await choose(page.getByLabel('A second die through it'), 'Cloud line');
  const second = page.locator('[data-through="Cloud line"]');
  await second.getByLabel('Right of its middle').fill('-20');
  await page.keyboard.press('Enter');
  await expect(second.getByLabel('Right of its middle')).toHaveValue('-20 mm');
  await second.getByRole('button', { name: 'taped within, at once' }).click();
  await expect(second.getByRole('alert')).toContainText('the blades would cross');
  await second.getByRole('button', { name: 'through it afterwards' }).click();
  await expect(second.getByRole('alert')).toHaveCount(0);
  await expect(work(page, 'Frame 80 × 56', 'again')).toContainText('0 of 1');
  await openPiece(page, 'Frame 56 × 32');
  await page.getByRole('button', { name: 'It opens a window in the base' }).click();
  await page.getByLabel('Below it').fill('15');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-need="Frame 56 × 32"]')).toContainText('1 opening');
  await expect(page.getByRole('heading', { name: '2 pieces' }), 'an opening is no piece').toBeVisible();
  await expectNoAxeFindings(page);

  await page.getByRole('tab', { name: 'Stamp and cut' }).click();
  const sheet = page.getByRole('region', { name: 'Paper not said' });
  await expect(sheet).toContainText('Frame 80 × 56 round Frame 68 × 44', { timeout: 60_000 });
  await expect(sheet.locator('[data-part]')).toHaveCount(2);
  const again = page.getByRole('region', { name: 'Once more, through what is cut already' });
  await expect(again).toContainText('Cloud line through Frame 80 × 56');
  await expect(again.locator('[data-part]')).toHaveCount(2);
  const base = page.getByRole('region', { name: 'A window into the base' });
  await expect(base.locator('[data-mind]')).toContainText('Open the base: only its front goes into the machine');
  await expectNoAxeFindings(page);
  const text = await printedPlan(page, address);
  for (const words of [
    'Frame 68 × 44 taped within',
    'Once more, through what is cut already: pass 1 of 1',
    'A window into the base: pass 1 of 1',
    'Masks of The card, 1 is the front',
  ])
    expect(text).toContain(words);

  for (const group of [sheet, again, base]) {
    await group.getByRole('button', { name: 'Done once' }).click();
    await expect(group).toHaveCount(0);
  }
  await expect(page.getByText('All that a die cuts is cut.')).toBeVisible();
  await expectAllKept(page);
  await page.reload();
  for (const [need, of] of [
    ['Frame 80 × 56', 'cut'],
    ['Frame 80 × 56', 'again'],
    ['Frame 68 × 44', 'cut'],
    ['Frame 56 × 32', 'cut'],
  ] as const)
    await expect(work(page, need, of)).toContainText('1 of 1');
});

test('from the front to the back each piece has its mask; one more in the layout asks for one more impression', async ({
  page,
  piloting,
}) => {
  await page.goto(`${piloting.address}/makes/make-balloon-post-pilot#card`);
  await page.getByRole('button', { name: 'Begin with a card' }).click();
  await put(page, 'Badger pilot');
  await put(page, 'Post from above');
  await page.getByRole('button', { name: 'That is all' }).click();
  await openPiece(page, 'Badger pilot');
  await page.getByRole('button', { name: 'Seen from both sides', exact: true }).click();
  await page.getByRole('tab', { name: 'In place' }).click();
  const layers = page.getByRole('list', { name: 'From the front to the back' }).getByRole('listitem');
  await expect(layers).toHaveText([/Badger pilot/, /Post from above/]);
  await expect(page.getByRole('img', { name: 'Mask of the back of Badger pilot, turned over' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Mask of Post from above' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Badger pilot further to the back' }).click();
  await expect(layers).toHaveText([/Post from above/, /Badger pilot/]);
  await expect(page.getByRole('img', { name: 'Mask of Post from above' })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Mask of (the back of )?Badger/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'One more of Post from above on the panel' }).click();
  await expect(page.locator('[data-asked]')).toHaveText('One more impression of Post from above, 2 in all.');
  await expect(page.locator('[data-card-place="The card"]')).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('tab', { name: 'What is needed' }).click();
  await expect(work(page, 'Post from above', 'stamped')).toContainText('0 of 2');
  // The picture has its place back.
  await expect(page.locator('[data-stage] canvas[data-paper]')).toBeVisible();
});

test('inlay flowers in three colourways: laid in a row, put onto the card, cut with an inlay die whose map is shown', async ({
  page,
  flagging,
}) => {
  const make = '/makes/make-balloon-post-bunting';
  // The die of an inlay in nine pieces, its places apart.
  const square = (x: number, y: number, side: number) => [
    [x, y],
    [x + side, y],
    [x + side, y + side],
    [x, y + side],
  ];
  const inlays = Array.from({ length: 9 }, (_, place) => ({
    name: `petal ${place + 1}`,
    outline: square(3 + 8 * (place % 3), 3 + 8 * Math.floor(place / 3), 6),
  }));
  const die = { id: 'flower', kind: 'die', does: 'cuts', name: 'Inlay flower', outline: square(0, 0, 28), inlays };
  const kept = await page.request.post(`${flagging.address}/api/drawer`, {
    data: { items: [die] },
    headers: { origin: flagging.address },
  });
  expect(kept.status()).toBe(200);
  await page.goto(`${flagging.address}${make}#groups`);
  await page.getByRole('tab', { name: 'Repeats' }).click();
  for (const code of ['88b.rose', '88b.gold', '88k.lake'])
    await page
      .getByRole('button', { name: new RegExp(`^Ladder ${code}`) })
      .first()
      .click();
  await page.getByRole('button', { name: 'Lay 9 in 3 colourways' }).click();
  await expectAllKept(page);
  await page.goto(`${flagging.address}${make}#card`);
  await page.getByRole('button', { name: 'Begin with a card' }).click();
  await put(page, '9 Flowers');
  await page.getByRole('button', { name: 'That is all' }).click();
  await openPiece(page, 'Flowers');
  await choose(page.getByLabel('Cut', { exact: true }), 'With Inlay flower');
  await expect(work(page, 'Flowers', 'coloured')).toContainText('0 of 10');
  await expect(work(page, 'Flowers', 'cut')).toContainText('0 of 10');
  await page.getByRole('tab', { name: 'In place' }).click();
  await page.getByLabel('Panel wide').fill('160');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-motif]')).toHaveCount(9, { timeout: 60_000 });
  await expect(page.locator('[data-shared="Flowers"]')).toContainText('Flowers in its colourways: 1: 3 ×, 2: 3 ×, 3: 3 ×.');
  for (const kind of ['0', '1', '2']) await expect(page.locator(`[data-motif][data-kind="${kind}"]`)).toHaveCount(3);
  await expectNoAxeFindings(page);
  await page.getByRole('tab', { name: 'Stamp and cut' }).click();
  const map = page.getByRole('region', { name: 'Loose pieces of Inlay flower' });
  await expect(map).toContainText('10 sets of 9');
  await expect(map).toContainText('Tape the sheet from behind');
  await expect(map.locator('title')).toHaveText(inlays.map(({ name }) => name));
  expect(await printedPlan(page, flagging.address)).toContain('Loose pieces of Inlay flower: 10 sets of 9. Tape them from behind');
  await expectAllKept(page);
  // Groups counts what the cards take.
  await page.goto(`${flagging.address}${make}#groups`);
  await page.getByRole('tab', { name: 'Repeats' }).click();
  await expect(page.locator('[data-on-cards]')).toContainText('As many as the cards take');
  expect(
    ((await (await page.request.get(`${flagging.address}/api${make}`)).json()) as { document: Make }).document.cards?.[0]?.pieces,
  ).toHaveLength(1);
});
