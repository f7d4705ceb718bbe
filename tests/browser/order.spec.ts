import type { Locator, Page } from '@playwright/test';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';
import { kept, keptColours } from './kept';
import { colourAt, expectBandsShown, sweep } from './picture';

async function openOrder(page: Page, address: string, make: string): Promise<void> {
  await page.goto(`${address}/makes/make-balloon-post-${make}#recipe`);
  await page.getByRole('button', { name: 'In order' }).click();
  await expectOrdered(page);
}

const expectOrdered = (page: Page) => expect(page.locator('[data-order="there"]')).toBeVisible({ timeout: 30_000 });
const rowsOf = (page: Page) => page.getByRole('list', { name: 'In the order of the hand' }).locator('> li');
const row = (page: Page, name: string) => page.locator(`li[data-blend="${name}"]`).first();
const namesOf = (page: Page) => rowsOf(page).evaluateAll((rows) => rows.map((own) => own.getAttribute('data-blend')));
/** Takes a blend of the order in hand. */
async function hold(page: Page, name: string): Promise<Locator> {
  const own = row(page, name);
  await own.locator('button[aria-pressed]').first().click();
  await expect(own.getByRole('button', { name: 'Earlier' })).toBeVisible();
  return own;
}

test('the badger in order: drying is used, an element is moved and names the rule that it breaks, and stays there when the rest is ordered anew and after a restart', async ({
  page,
  lonely,
}) => {
  await page.goto(`${lonely.address}/makes/make-balloon-post-pilot#recipe`);
  const fur = page.locator('li[data-element="White fur"]');
  await fur.getByRole('button', { name: 'White fur', exact: true }).click();
  await fur.getByRole('button', { name: 'Texture dots' }).click();
  await page.getByRole('button', { name: 'In order' }).click();
  await expectOrdered(page);
  await expect(row(page, 'White fur').locator('[data-why]')).toBeVisible();
  const names = await namesOf(page);
  expect(names.indexOf('Buttons'), 'light before the dark that touches it').toBeLessThan(names.indexOf('Coat, part 1 of 2'));
  // While the fur dries, other things are coloured; nothing is waited for.
  const dots = rowsOf(page).and(page.locator('[data-blend="White fur"]')).last();
  await expect(dots.locator('[data-why]')).toContainText(/It dried while .+ coloured/);
  await expect(page.locator('[data-gained]')).toContainText(
    /0:30 of drying \(0:00 of it waited for\).*Element by element there would be \d+ and \d+:\d\d: \d+ fewer, and \d+:\d\d gained/,
  );
  await expect(page.locator('[data-timeline] [data-dries]')).toHaveCount(1);
  await expect(page.locator('[data-timeline]')).toHaveAttribute('data-timeline', String(names.length));
  await expect(page.locator('[data-why="broken"]')).toHaveCount(0);
  await expectNoAxeFindings(page);

  // By keys: pressed, its element stands out and the rest is faded; pressed again it does not.
  const cap = [0.5, 0.14] as const;
  await expectBandsShown(page);
  const before = (await colourAt(page, cap)).join();
  const scarf = row(page, 'Scarf').locator('button[aria-pressed]').first();
  await expect(row(page, 'Scarf').locator('[data-why]')).toContainText(/before .*the coat.*, whose dark ink would be dragged into it/i);
  await scarf.press('Enter');
  await expect.poll(async () => (await colourAt(page, cap)).join()).not.toBe(before);
  await scarf.press('Enter');
  const after = async () => (await colourAt(page, cap)).join();
  await expect.poll(after, { message: `as it was, ${before}` }).toBe(before);

  // The coat goes first: not forbidden, but said.
  const coat = await hold(page, 'Coat, part 1 of 2');
  await coat.getByRole('button', { name: 'First', exact: true }).click();
  await expect(rowsOf(page).first()).toHaveAttribute('data-blend', 'Coat, part 1 of 2');
  await expect(coat.locator('[data-why="broken"]')).toContainText(/You put it here; before .*the buttons.*, though .* lighter/i);
  await expect(coat.getByRole('button', { name: 'Earlier' })).toBeDisabled();
  // The rest is ordered anew: without the dots, and with other markers for the scarf.
  await page.getByRole('button', { name: 'By element' }).click();
  await fur.getByRole('button', { name: 'White fur', exact: true }).click();
  await fur.getByRole('button', { name: 'Texture dots' }).click();
  await page.getByRole('button', { name: 'In order' }).click();
  await expect(page.locator('[data-blend="White fur"]')).toHaveCount(1);
  await expect(rowsOf(page).first()).toHaveAttribute('data-blend', 'Coat, part 1 of 2');
  await expectAllKept(page);
  await lonely.stopServer();
  lonely.cluster?.kill();
  await lonely.cluster?.restart();
  await lonely.startServer();
  await openOrder(page, lonely.address, 'pilot');
  await expect(rowsOf(page).first()).toHaveAttribute('data-blend', 'Coat, part 1 of 2');
  expect((await kept(page)).placings).toEqual([{ blend: expect.stringContaining('/1.1'), place: 1 }]);

  // By keys: another one later, and the coat left to the order again; undone and done once more.
  await row(page, 'Coat, part 1 of 2').locator('button[aria-pressed]').first().press('Enter');
  await row(page, 'Coat, part 1 of 2').getByRole('button', { name: 'Leave it to the order' }).press('Enter');
  await expect(page.locator('[data-why="broken"]')).toHaveCount(0);
  await expect(rowsOf(page).first()).not.toHaveAttribute('data-blend', 'Coat, part 1 of 2');
  const second = (await namesOf(page))[1] ?? '';
  await row(page, second)
    .getByRole('button', { name: `Move ${second}` })
    .press('Enter');
  await row(page, second).getByRole('button', { name: 'Later' }).press('Enter');
  await expect(rowsOf(page).nth(2)).toHaveAttribute('data-blend', second);
  await page.keyboard.press('Control+z');
  await expect(rowsOf(page).nth(1)).toHaveAttribute('data-blend', second);
  await page.keyboard.press('Control+Shift+z');
  await expect(rowsOf(page).nth(2)).toHaveAttribute('data-blend', second);

  // Dragged by its number over the fifth: it stands there. All left to the order: as computed.
  const [handle, fifth] = [row(page, second).getByRole('button', { name: `Move ${second}` }), rowsOf(page).nth(4)];
  await handle.scrollIntoViewIfNeeded();
  const [from, to] = [await handle.boundingBox(), await fifth.boundingBox()];
  if (!from || !to) throw new Error('Both are on the screen.');
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 10, to.y + to.height * 0.8, { steps: 8 });
  await page.mouse.up();
  await expect(rowsOf(page).nth(4)).toHaveAttribute('data-blend', second);
  await page.getByRole('button', { name: 'Leave all to the order' }).click();
  await expect.poll(async () => (await kept(page)).placings).toBeUndefined();
});

test('the balloon is parted gore by gore; its parts are cut and joined by hand, by drawing and by buttons; the pace is the maker’s own', async ({
  page,
  ballooning,
}) => {
  await openOrder(page, ballooning.address, 'balloon');
  const parts = page.locator('[data-wet-areas] circle');
  await expect(parts).toHaveCount(6);
  await hold(page, 'Envelope, part 1 of 6');
  const wet = page.getByRole('region', { name: 'Wet areas of Envelope' });
  await expect(wet).toContainText(/Coloured in 6 parts: 5\.4 cm² stay wet, at 30 cm² a minute for 30 s/);
  await expect(row(page, 'Envelope, part 1 of 6').locator('[data-why]')).toContainText('all of it would dry before it is blended');
  await expectNoAxeFindings(page);

  // Drawn across the third gore, and over it and its neighbour.
  await wet.getByRole('button', { name: 'Draw a cut' }).click();
  await sweep(page, [
    [0.36, 0.4],
    [0.49, 0.4],
  ]);
  await expect(parts).toHaveCount(7);
  await expect(page.getByRole('status').filter({ hasText: 'Envelope is cut there.' })).toBeVisible();
  await wet.getByRole('button', { name: 'Draw over what is one' }).click();
  await sweep(page, [
    [0.42, 0.34],
    [0.42, 0.5],
  ]);
  await expect(parts).toHaveCount(6);
  // What is more than stays wet says so.
  await sweep(page, [
    [0.42, 0.34],
    [0.57, 0.34],
  ]);
  await expect(parts).toHaveCount(5);
  await expect(wet).toContainText('More than stays wet.');
  expect((await keptColours(page))?.elements.find(({ name }) => name === 'Envelope')?.wetMends?.map(({ kind }) => kind)).toEqual([
    'cut',
    'join',
    'join',
  ]);
  await wet.getByRole('button', { name: 'As computed' }).press('Enter');
  await expect(parts).toHaveCount(6);
  await wet.getByRole('button', { name: 'Part 4 in two' }).press('Enter');
  await expect(parts).toHaveCount(7);
  await wet.getByRole('button', { name: 'Join 1 and 2' }).press('Enter');
  await expect(parts).toHaveCount(6);
  await page.keyboard.press('Control+z');
  await expect(parts).toHaveCount(7);
  // What is not parted by itself may be parted.
  await hold(page, 'Basket');
  await page.getByRole('region', { name: 'Wet areas of Basket' }).getByRole('button', { name: 'Part 1 in two' }).click();
  await expect(page.locator('li[data-blend^="Basket, part"]')).toHaveCount(2);

  // A pace of one's own: none is refused in words, a slow one parts more, and it is there after a restart.
  await page.getByRole('button', { name: /^At 30 cm² a minute, a pace from memory/ }).click();
  const pace = page.getByLabel('You colour, in cm² a minute');
  await pace.fill('0');
  await expect(page.getByRole('alert')).toContainText('A pace is more than 0: say how many cm² you colour in a minute.');
  await expect(page.getByRole('button', { name: 'Keep', exact: true })).toBeDisabled();
  await pace.fill('slow');
  await expect(page.getByRole('alert')).toContainText('such as 30');
  await pace.fill('12,5');
  await pace.press('Enter');
  await expect(page.getByRole('button', { name: 'At your 12.5 cm² a minute' })).toBeVisible();
  await expectOrdered(page);
  await expect.poll(() => parts.count()).toBeGreaterThan(10);
  await ballooning.stopServer();
  await ballooning.startServer();
  await openOrder(page, ballooning.address, 'balloon');
  await page.getByRole('button', { name: 'At your 12.5 cm² a minute' }).click();
  // So slow that there would be hundreds of parts: said, and all the rest goes on.
  await pace.fill('0.5');
  await pace.press('Enter');
  await expect(page.locator('[data-order]')).toContainText(
    /Envelope is told as one\. It comes to \d+ parts or more.*a faster pace, or fewer coats/,
  );
  await expect(row(page, 'Envelope')).toBeVisible();
  await page.getByRole('button', { name: 'At your 0.5 cm² a minute' }).click();
  await page.getByRole('button', { name: 'From memory: 30' }).click();
  await expect(page.getByRole('button', { name: /^At 30 cm² a minute, a pace from memory/ })).toBeVisible();
});

test('repeats of the bunting are coloured together, stepwise over all of them, and loose pieces in batches with a wiped mat between', async ({
  page,
  flagging,
}) => {
  await openOrder(page, flagging.address, 'bunting');
  await expect(rowsOf(page)).toHaveCount(3);
  await expect(row(page, 'Rose flags').locator('[data-why]')).toContainText('4 pieces stay wet together, marker by marker across them');
  await page.goto(`${flagging.address}/makes/make-balloon-post-bunting#groups`);
  await page.getByRole('tab', { name: 'Repeats' }).click();
  for (const code of ['88b.rose', '88b.gold', '88k.lake'])
    await page
      .getByRole('button', { name: new RegExp(`^Ladder ${code}`) })
      .first()
      .click();
  await page.getByRole('button', { name: 'Lay 9 in 3 colourways' }).click();
  await expectAllKept(page);
  await openOrder(page, flagging.address, 'bunting');
  const batches = page.locator('li[data-kind="batch"]');
  await expect(batches).not.toHaveCount(0);
  const count = await batches.count();
  expect(count).toBeGreaterThan(1);
  await expect(page.locator('[data-wipe]')).toHaveCount(count - 1);
  await expect(page.locator('[data-wipe]').first()).toContainText('Wipe the mat with alcohol before the next colour');
  await expect(batches.first().locator('[data-why]')).toContainText('Loose pieces of one colour');

  await choose(page.getByLabel('School', { exact: true }), 'Stepwise');
  await expect(page.locator('li[data-kind="step"]')).toHaveCount(3);
  const step = page.locator('li[data-kind="step"]').first();
  await expect(step).toContainText('One step over all that is laid stepwise');
  for (const code of ['88b.rose', '88b.gold', '88k.lake']) await expect(step).toContainText(code);
  await expect(step).not.toContainText('62b.rose');
});
