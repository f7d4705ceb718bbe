import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { boundsMm } from '../../src/core/outline/outline';
import type { DrawerAnswer } from '../../src/model/api/drawer';
import type { Make } from '../../src/model/make';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';

const put = (page: Page, name: string) => page.getByRole('button', { name: `Put ${name} onto The card`, exact: true }).click();
const left = (page: Page, need: string, work: 'stamped' | 'coloured' | 'cut') =>
  page.locator(`[data-need="${need}"] [data-work="${work}"]`).first();
const makeOf = async (address: string, id: string) =>
  ((await (await fetch(`${address}/api/makes/${id}`)).json()) as { document: Make }).document;

test('what is needed is counted from the pieces of the cards, and laid out in the fewest passes; over a restart', async ({
  page,
  piloting,
}) => {
  const { address } = piloting;
  await page.goto(`${address}/makes/make-balloon-post-pilot#card`);
  await page.getByRole('button', { name: 'Begin with a card' }).click();
  // Its own die and the paper of last time come with it.
  await put(page, 'Badger pilot');
  const pilot = page.locator('[data-piece="Badger pilot"]');
  await expect(pilot).toContainText('cut with Badger pilot, die, of Snowdrift card 300 g');
  for (const die of ['Frame 56 × 32', 'Frame 80 × 56', 'Cloud line']) await put(page, die);
  await put(page, 'Post from above');
  await page.getByRole('button', { name: 'That is all' }).click();
  await page.getByRole('textbox', { name: 'How many of The card' }).fill('3');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: '15 pieces' })).toBeVisible();
  await expect(left(page, 'Badger pilot', 'stamped')).toContainText('0 of 4');
  await expect(page.locator('[data-need="Badger pilot"]')).toContainText('3 pieces, 1 spare');
  await expect(left(page, 'Frame 56 × 32', 'cut')).toContainText('0 of 3');
  await expect(left(page, 'Post from above', 'stamped')).toContainText('0 of 3');
  await expectNoAxeFindings(page);

  // Seen from both sides, and once more on the background: counted at once, and what is easily forgotten is said.
  await pilot.getByRole('button', { name: /^Badger pilot/ }).click();
  await page.getByRole('button', { name: 'Seen from both sides', exact: true }).click();
  await expect(left(page, 'Badger pilot', 'stamped')).toContainText('0 of 7');
  await expect(page.locator('[data-need="Badger pilot"] [data-mind]')).toContainText(
    'the die mirrors its outline, never the stamped image',
  );
  await page.getByRole('button', { name: 'Once more on the background', exact: true }).click();
  await expect(left(page, 'Badger pilot', 'stamped')).toContainText('0 of 10');
  await expect(page.locator('[data-impressions]').filter({ hasText: 'on the background' })).toHaveAttribute('data-impressions', '3');
  await page.getByRole('button', { name: 'Seen from both sides', exact: true }).click();
  await page.getByRole('button', { name: 'Once more on the background', exact: true }).click();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'One less spare' }).click();
  await expect(left(page, 'Badger pilot', 'stamped')).toContainText('0 of 3');

  // Four dies three times: 3 passes, not 12 (common practice, no source).
  await page.getByRole('tab', { name: 'Stamp and cut' }).click();
  const passes = page.locator('[data-passes]');
  await expect(passes).toHaveAttribute('data-passes', '3', { timeout: 60_000 });
  await expect(passes).toContainText('3 passes, not 12');
  await expect(page.locator('[data-die]')).toHaveCount(4);
  await expect(page.locator('[data-die="Badger pilot, die"] image')).toHaveCount(1);
  await expectNoAxeFindings(page);

  // Every outline as SVG in mm, measured by the browser's own geometry; and all of it on paper.
  const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Outlines as SVG in mm' }).click()]);
  expect(saved.suggestedFilename()).toMatch(/^The Balloon Post the pilot, outlines, \d{4}-\d\d-\d\d\.svg$/);
  const svg = await readFile(await saved.path(), 'utf8');
  const { drawn: dies = [] } = await makeOf(address, 'make-balloon-post-pilot');
  const boxes = await page.evaluate((text) => {
    const root = document.importNode(
      new DOMParser().parseFromString(text, 'image/svg+xml').documentElement,
      true,
    ) as unknown as SVGSVGElement;
    document.body.append(root);
    const found = [...root.querySelectorAll('path')].map((path) => {
      const { width, height } = path.getBBox();
      return {
        name: path.querySelector('title')?.textContent ?? '',
        width,
        height,
        pxPerMm: root.width.baseVal.value / root.viewBox.baseVal.width,
      };
    });
    root.remove();
    return found;
  }, svg);
  expect(boxes.map(({ name }) => name).sort()).toEqual(
    dies
      .filter(({ kind }) => kind === 'die')
      .map(({ name }) => name)
      .sort(),
  );
  for (const { name, width, height, pxPerMm } of boxes) {
    const own = dies.find((item) => item.kind === 'die' && item.name === name);
    const { widthMm, heightMm } = boundsMm(own?.kind === 'die' ? own.outline : []);
    expect(Math.abs(width - widthMm), name).toBeLessThan(0.05);
    expect(Math.abs(height - heightMm), name).toBeLessThan(0.05);
    // CSS Values and Units 3: 96 px to an inch.
    expect(pxPerMm).toBeCloseTo(96 / 25.4, 3);
  }
  const href = (await page.getByRole('link', { name: 'What is needed, paper, passes and masks' }).getAttribute('href')) ?? '';
  const printed = await fetch(`${address}${href}`);
  expect([printed.status, printed.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  expect(
    Buffer.from(await printed.arrayBuffer())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');

  await page.getByRole('button', { name: 'Done once' }).click();
  await expect(passes).toHaveAttribute('data-passes', '2', { timeout: 60_000 });
  await expectAllKept(page);

  await piloting.stopServer();
  await piloting.startServer();
  await page.reload();
  await expect(left(page, 'Badger pilot', 'stamped')).toContainText('1 of 3');
  await expect(left(page, 'Badger pilot', 'cut')).toContainText('1 of 3');
  const { cards, drawn } = await makeOf(address, 'make-balloon-post-pilot');
  expect(cards?.map(({ copies, pieces }) => [copies, pieces.length])).toEqual([[3, 5]]);
  expect(drawn?.map(({ name }) => name).sort()).toEqual(
    ['Badger pilot, die', 'Cloud line', 'Frame 56 × 32', 'Frame 80 × 56', 'Post from above'].sort(),
  );

  // The die is renamed in the drawer: the make keeps its copy until it is told otherwise.
  await page.goto(`${address}/drawer`);
  const die = page.locator('[data-thing="Cloud line"]');
  await die.getByRole('button', { name: /^Cloud line/ }).click();
  await die.getByLabel('Called').fill('Cloud edge');
  await die.getByRole('button', { name: 'Keep the change' }).click();
  await expect(page.locator('[data-thing="Cloud edge"]')).toBeVisible();
  await page.goto(`${address}/makes/make-balloon-post-pilot#card`);
  await expect(page.locator('[data-newer]')).toContainText('In the drawer Cloud edge is another by now');
  await expect(page.locator('[data-need="Cloud line"]')).toBeVisible();
  await page.getByRole('button', { name: 'Take what lies in the drawer' }).click();
  await expect(page.locator('[data-need="Cloud edge"]')).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.locator('[data-need="Cloud line"]')).toBeVisible();

  // One undo takes the last thing back.
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(left(page, 'Badger pilot', 'cut')).toContainText('0 of 3');
});

test('several cards by keys alone; a die too large for the plate and a picture that was thrown away are said, and nothing is lost', async ({
  page,
  piloting,
}) => {
  const { address } = piloting;
  await page.goto(`${address}/makes/make-balloon-post-pilot#card`);
  const press = async (name: string | RegExp) => {
    const button = page.getByRole('button', { name, exact: typeof name === 'string' }).first();
    await button.focus();
    await page.keyboard.press('Enter');
  };
  await press('Begin with a card');
  await press('Put Badger pilot onto The card');
  await press('That is all');
  await press('One more of Badger pilot');
  await press('One more like The card');
  await expect(page.locator('[data-card]')).toHaveCount(2);
  await press('Another card');
  await expect(page.locator('[data-card]')).toHaveCount(3);
  await expect(page.locator('[data-need="Badger pilot"]')).toContainText('4 pieces, 1 spare');
  await page.locator('[data-card="Card"], [data-card="Card 2"]').last().getByRole('button', { name: 'Take it away' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-card]')).toHaveCount(2);
  await page.getByRole('button', { name: /^Undo/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-card]')).toHaveCount(3);

  // A frame of half a metre fits on no plate.
  const big = {
    id: 'big',
    kind: 'die',
    does: 'cuts',
    name: 'Great frame',
    outline: [
      [0, 0],
      [500, 0],
      [500, 400],
      [0, 400],
    ],
  };
  await fetch(`${address}/api/drawer`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({ items: [big] }),
  });
  await page.reload();
  const first = page.locator('[data-card="The card"]');
  await first.getByRole('button', { name: 'Another piece' }).click();
  await put(page, 'Great frame');
  await page.getByRole('tab', { name: 'Stamp and cut' }).click();
  await expect(page.getByRole('alert')).toContainText(
    'Great frame does not fit. In its way: the plate (Crank machine, plate), 150 × 220 mm; the platform (Stamping platform), 150 × 200 mm; a sheet of Snowdrift card 300 g, 210 × 297 mm.',
    { timeout: 60_000 },
  );
  await choose(page.getByLabel('Cut on'), /Crank machine/);
  await page.getByRole('tab', { name: 'What is needed' }).click();
  await page
    .locator('[data-piece="Great frame"]')
    .getByRole('button', { name: /^Great frame/ })
    .click();
  await page.getByRole('button', { name: 'Take it off the card' }).click();
  await expectAllKept(page);

  // The picture that the pieces show is taken out of the make in another window.
  const { revision, epoch } = (await (await fetch(`${address}/api/makes/make-balloon-post-pilot`)).json()) as {
    revision: number;
    epoch: string;
  };
  const answer = await fetch(`${address}/api/makes/make-balloon-post-pilot/batches`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({
      ...{ schema: 4, batchId: 'throw-away', baseRevision: revision, epoch },
      operations: [
        { kind: 'put', entity: 'picture', row: { ...(await makeOf(address, 'make-balloon-post-pilot')).pictures[0], id: 'other' } },
        { kind: 'remove', entity: 'picture', id: 'picture-badger-pilot' },
      ],
      step: { id: 'throw-away', turn: 'do' },
    }),
  });
  expect(answer.ok, await answer.text()).toBe(true);
  await page.reload();
  await expect(page.locator('[data-need="an image that is not in this make any more"]')).toContainText('4 pieces');
  await expect(page.getByRole('alert').first()).toContainText('It is counted as it was');
});

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } });
  test('a hanging piece seen from both sides is put together by taps', async ({ page, piloting }) => {
    await page.goto(`${piloting.address}/makes/make-balloon-post-pilot#card`);
    await page.getByRole('button', { name: 'Begin with a card' }).tap();
    await page.getByRole('button', { name: 'Put Badger pilot onto The card' }).tap();
    await page.getByRole('button', { name: 'That is all' }).tap();
    await page
      .locator('[data-piece="Badger pilot"]')
      .getByRole('button', { name: /^Badger pilot/ })
      .tap();
    await page.getByRole('button', { name: 'Seen from both sides', exact: true }).tap();
    await expect(left(page, 'Badger pilot', 'stamped')).toContainText('0 of 3');
    await expect(page.locator('[data-need="Badger pilot"]')).toContainText('1 piece, 1 twin for the other side, 1 spare');
    // A die that goes round it with a rim of 4 mm, made here, and kept in the drawer.
    await page.getByLabel('Rim').fill('4');
    await page.getByRole('button', { name: 'Cut it with a die of its own outline' }).tap();
    const keepIt = page.getByRole('button', { name: 'Put Badger pilot, die into the drawer too' });
    await keepIt.tap();
    await expect(keepIt).toHaveCount(0);
    const { items } = (await (await fetch(`${piloting.address}/api/drawer`)).json()) as DrawerAnswer;
    const widths = items
      .flatMap((item) => (item.kind === 'die' && item.name === 'Badger pilot, die' ? [boundsMm(item.outline).widthMm] : []))
      .sort();
    expect((widths[1] ?? 0) - (widths[0] ?? 0), 'twice 2 mm more, and half a line').toBeGreaterThan(3);
    await page.getByRole('button', { name: 'One more stamped of Badger pilot' }).tap();
    await expect(left(page, 'Badger pilot', 'stamped')).toContainText('1 of 3');
    await expectNoAxeFindings(page);
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(overflow).toBeLessThanOrEqual(0);
  });
});
