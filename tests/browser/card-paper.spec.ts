import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import type { SuppliesAnswer } from '../../src/model/api/supplies';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';

const suppliesOf = async (page: Page, address: string) =>
  (await (await page.request.get(`${address}/api/supplies`)).json()) as SuppliesAnswer;
const paperOf = async (page: Page, address: string, name: string) =>
  (await suppliesOf(page, address)).supplies.find((own) => own.kind === 'paper' && own.name === name);

async function putPaper(page: Page, address: string, change: object): Promise<void> {
  const answer = await page.request.post(`${address}/api/supplies`, { data: { supplies: [change] }, headers: { origin: address } });
  expect(answer.status()).toBe(200);
}

test('three cards’ paper from two kinds of sheets and an offcut: planned, ticked by keys, the sheets fall, offcuts are kept; over a restart', async ({
  page,
  piloting,
}) => {
  const { address } = piloting;
  const kraft = await paperOf(page, address, 'Oatfield kraft');
  await putPaper(page, address, { ...kraft, sheetPrice: 0.4, offcuts: [{ id: 'rest', widthMm: 120, heightMm: 160, lies: 'blue folder' }] });
  const card = await paperOf(page, address, 'Snowdrift card 300 g');
  await putPaper(page, address, { ...card, sheetPrice: 0.8, sheetsLeft: 2 });
  await page.goto(`${address}/makes/make-balloon-post-pilot#card`);
  await page.getByRole('button', { name: 'Begin with a card' }).click();
  await page.getByRole('textbox', { name: 'How many of The card' }).fill('3');
  await page.keyboard.press('Enter');
  await page.getByRole('tab', { name: 'Paper' }).click();
  const papers = page.getByRole('region', { name: 'Paper of The card' });
  for (const sort of ['base', 'panel', 'mat']) await papers.getByRole('button', { name: sort, exact: true }).click();
  const base = page.locator('[data-paper-piece="base"]');
  await expect(base.locator('[data-flat]')).toContainText('Cut 210 mm (8 1/4 in');
  await expect(base.locator('[data-flat]')).toContainText('scored 105 mm');
  // A mat of 2.5 mm all round a panel of 100 x 143.5 mm is as large as the base.
  await expect(page.locator('[data-paper-piece="mat"] [data-flat]')).toContainText('Cut 105 mm');
  for (const name of ['panel', 'mat']) await choose(page.getByLabel(`Paper of the ${name}`), 'Oatfield kraft');
  const white = page.getByRole('region', { name: 'Cut from Snowdrift card 300 g' });
  const brown = page.getByRole('region', { name: 'Cut from Oatfield kraft' });
  await expect(white).toHaveAttribute('data-sheets', '2', { timeout: 60_000 });
  // Three panels and three mats: one of them from the offcut.
  await expect(brown).toHaveAttribute('data-sheets', '2');
  await expect(brown.getByRole('heading', { level: 3 })).toContainText('2 sheets and 1 offcut');
  await expect(page.locator('[data-cost]')).toContainText('0.80 each');
  await expect(page.locator('[data-care="blades"]')).toContainText('cut away from the hand');
  await expect(page.locator('[data-sheet-place]')).toBeVisible();
  await expectNoAxeFindings(page);

  // On paper every measure is text; as SVG the sheets are as large as they are, measured by the browser's own geometry.
  const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Sheets as SVG in mm' }).click()]);
  const boxes = await page.evaluate(
    (text) => {
      const root = document.importNode(new DOMParser().parseFromString(text, 'image/svg+xml').documentElement, true);
      document.body.append(root);
      const found = [...root.querySelectorAll('rect')].map((own) => {
        const { width, height } = own.getBBox();
        return { name: own.querySelector('title')?.textContent ?? '', width, height };
      });
      root.remove();
      return found;
    },
    await readFile(await saved.path(), 'utf8'),
  );
  const bases = boxes.filter(({ name }) => name === 'base');
  expect(bases).toHaveLength(3);
  for (const { width, height } of bases) {
    expect(Math.abs(Math.max(width, height) - 210)).toBeLessThan(0.05);
    expect(Math.abs(Math.min(width, height) - 148.5)).toBeLessThan(0.05);
  }
  expect(boxes.filter(({ name }) => name === 'Snowdrift card 300 g')).toHaveLength(2);
  await page.getByRole('tab', { name: 'Stamp and cut' }).click();
  const href = (await page.getByRole('link', { name: 'What is needed, paper, passes and masks' }).getAttribute('href')) ?? '';
  const printed = await page.request.get(`${address}${href}`);
  expect(printed.status()).toBe(200);
  const file = join(mkdtempSync(join(tmpdir(), 'printed-')), 'paper.pdf');
  writeFileSync(file, await printed.body());
  const text = execFileSync('pdftotext', [file, '-']).toString().replaceAll(/\s+/g, ' ');
  for (const words of [
    'Cut from Snowdrift card 300 g',
    'base: 210 mm',
    '1 of 2: a sheet of Snowdrift card 300 g, 210 mm',
    'Score each base 105 mm',
    '148.5 mm (5 7/8 in, 0.7 mm more) from its',
  ])
    expect(text).toContain(words);
  await page.getByRole('tab', { name: 'Paper' }).click();
  await expect(white).toHaveAttribute('data-sheets', '2', { timeout: 60_000 });

  // By keys: cuts are ticked one after the other, the last one can be taken back.
  const cuts = white.getByRole('list', { name: /^Cuts of/ }).getByRole('checkbox');
  const count = await cuts.count();
  expect(count).toBeGreaterThan(0);
  await expect(white.getByRole('button', { name: 'This sheet is cut' })).toBeDisabled();
  for (let place = 0; place < count; place++) {
    await cuts.nth(place).focus();
    await page.keyboard.press('Space');
    await expect(white.locator('[data-cut="done"]')).toHaveCount(place + 1);
  }
  await cuts.nth(count - 1).focus();
  await page.keyboard.press('Space');
  await expect(white.locator('[data-cut="done"]')).toHaveCount(count - 1);
  await page.keyboard.press('Space');
  await expect(page.locator(`[data-sheet-place="${count}"]`)).toBeVisible();
  await white.getByRole('button', { name: 'This sheet is cut' }).focus();
  await page.keyboard.press('Enter');
  await expect(white).toHaveAttribute('data-sheets', '1');
  expect((await paperOf(page, address, 'Snowdrift card 300 g'))?.sheetsLeft).toBe(1);
  await expectAllKept(page);

  // A mat of nothing is none; what is larger than any sheet is said by its name.
  const border = page.locator('[data-paper-piece="mat"]').getByLabel('Border');
  await border.fill('0');
  await expect(page.locator('[data-paper-piece="mat"]')).toContainText('Such as 60, 6.5 cm or 2 1/2 in.');
  await border.fill('2.5');
  await page.keyboard.press('Enter');
  const high = page.getByLabel('panel high');
  await high.fill('400');
  await page.keyboard.press('Enter');
  await expect(brown.getByRole('alert')).toContainText('Larger than any sheet: panel (100 x 400 mm)', { timeout: 60_000 });
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(brown).toHaveAttribute('data-sheets', '2', { timeout: 60_000 });

  // More than there is: said before one starts.
  await base.getByRole('button', { name: 'One more base of each card' }).click();
  await expect(white.locator('[data-missing]')).toContainText('of Snowdrift card 300 g');
  await page.getByRole('button', { name: /^Undo/ }).click();

  await piloting.stopServer();
  await piloting.startServer();
  await page.reload();
  await page.getByRole('tab', { name: 'Paper' }).click();
  await expect(white).toHaveAttribute('data-sheets', '1', { timeout: 60_000 });
  await expect(brown.locator('[data-offcut]')).toHaveCount(1);
  await expect(brown.getByLabel(/^Where the offcut of 120 mm/)).toHaveValue('blue folder');
});

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 390, height: 844 } });
  test('in inches a Letter sheet gives two bases; an offcut is used, and what is left of a sheet is kept with where it lies', async ({
    page,
    piloting,
  }) => {
    const { address } = piloting;
    const card = await paperOf(page, address, 'Snowdrift card 300 g');
    await putPaper(page, address, { ...card, sheet: { widthMm: 215.9, heightMm: 279.4 }, sheetsLeft: 3 });
    await page.goto(`${address}/makes/make-balloon-post-pilot#card`);
    await page.getByRole('button', { name: 'Begin with a card' }).tap();
    await page.getByRole('tab', { name: 'Paper' }).tap();
    await page.getByRole('button', { name: 'inches' }).tap();
    await page.getByLabel('Offcuts are kept from this shorter side on').fill('3');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'panel', exact: true }).tap();
    const panel = page.locator('[data-paper-piece="panel"]');
    await expect(panel.getByLabel('panel wide')).toHaveValue('4 in');
    await panel.getByLabel('panel wide').fill('4-1/4');
    await panel.getByLabel('panel high').fill('11');
    await page.keyboard.press('Enter');
    await expect(panel.locator('[data-flat]')).toContainText('Cut 4 1/4 in (108 mm) × 11 in (279.4 mm)');
    const white = page.getByRole('region', { name: 'Cut from Snowdrift card 300 g' });
    await expect(white.getByRole('checkbox')).toHaveCount(1, { timeout: 60_000 });
    await expect(white).toContainText('Part A: 4 1/4 in (108 mm) from its left');
    await white.getByRole('checkbox').tap();
    await white.getByRole('button', { name: 'This sheet is cut' }).tap();
    await expect(white).toContainText('All of it is cut.');
    const offcut = white.locator('[data-offcut]');
    await expect(offcut).toContainText('4 1/4 in (108 mm) × 11 in');
    await offcut.getByLabel(/^Where the offcut/).fill('top drawer');
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await paperOf(page, address, 'Snowdrift card 300 g'))?.offcuts?.[0]?.lies).toBe('top drawer');
    expect((await paperOf(page, address, 'Snowdrift card 300 g'))?.sheetsLeft).toBe(2);
    // One more card is cut from what was kept.
    await page.getByRole('tab', { name: 'What is needed' }).tap();
    await page.getByRole('button', { name: 'One more of The card' }).tap();
    await page.getByRole('tab', { name: 'Paper' }).tap();
    await expect(white).toHaveAttribute('data-sheets', '0', { timeout: 60_000 });
    await white.getByRole('button', { name: 'This offcut is cut' }).tap();
    await expect(white.locator('[data-offcut]')).toHaveCount(0);
    await expectNoAxeFindings(page);
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(overflow).toBeLessThanOrEqual(0);
  });
});
