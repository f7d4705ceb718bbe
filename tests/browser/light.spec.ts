import type { Locator, Page } from '@playwright/test';
import type { ColouredElement } from '#model/coloured-picture';
import { expect, expectNoAxeFindings, test } from './application';
import { choose } from './choose';
import { colourAt, expectBandsShown, goTo, painted, paper, sweep, tap } from './picture';
import { kept, keptColours, keptElements, keptWhole } from './kept';

const watch = '/makes/make-balloon-post-watch';
/** A place of the lantern's drawing, in its own units, as shares. */
const at = (x: number, y: number) => [x / 900, y / 700] as const;

const step = (page: Page, name: RegExp | string) =>
  page.getByRole('tablist', { name: 'Work on the light' }).getByRole('tab', { name }).click();
const wishes = (page: Page): Locator => page.locator('[data-wishes]');
const strokes = (page: Page): Locator => page.locator('[data-strokes]');

const elementOf = async (page: Page, name: string) => (await keptElements(page)).find((element) => element.name === name);

async function open(page: Page, address: string): Promise<void> {
  await page.goto(`${address}${watch}#light`);
  await expectBandsShown(page);
}

/** How light a colour is, roughly. */
const sum = (colour: readonly number[]) => colour.reduce((total, part) => total + part, 0);

test('a near lamp between two figures lights both fronts; it is moved by mouse and keys, and stays after a reload', async ({
  page,
  watching,
}) => {
  await open(page, watching.address);
  await expect(page.getByRole('heading', { name: 'The light comes from a near lamp, 16 mm above the paper' })).toBeVisible();
  await expectNoAxeFindings(page);
  // The hare's front (towards the lantern) is lighter than its back, and the owl's the other way round.
  const [hareBack, hareFront] = [at(140, 300), at(290, 350)];
  const [owlFront, owlBack] = [at(575, 520), at(790, 250)];
  expect(sum(await colourAt(page, hareFront)) || sum(await colourAt(page, at(300, 240)))).toBeGreaterThan(
    sum(await colourAt(page, hareBack)),
  );
  expect(sum(await colourAt(page, owlFront))).toBeGreaterThan(sum(await colourAt(page, owlBack)));

  const lamp = page.getByRole('slider', { name: 'Lamp' });
  await lamp.focus();
  await page.keyboard.press('PageUp');
  await expect(page.getByRole('heading', { name: 'The light comes from a near lamp, 21 mm above the paper' })).toBeVisible();
  for (let press = 0; press < 3; press++) await page.keyboard.press('Shift+ArrowLeft');
  expect((await kept(page)).lamp).toMatchObject({ kind: 'near', pictureId: 'picture-watch', xMm: 42, yMm: 53, heightMm: 21 });

  // By mouse to the far left: the hare's back is what faces it now.
  const before = sum(await colourAt(page, hareBack));
  const sheet = await paper(page).boundingBox();
  const bulb = await lamp.boundingBox();
  if (!sheet || !bulb) throw new Error('The picture or its lamp is not in sight.');
  await page.mouse.move(bulb.x + bulb.width / 2, bulb.y + bulb.height / 2);
  await page.mouse.down();
  await page.mouse.move(sheet.x + 0.3 * sheet.width, sheet.y + 0.4 * sheet.height, { steps: 6 });
  await page.mouse.move(sheet.x + 0.02 * sheet.width, sheet.y + 0.42 * sheet.height, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => sum(await colourAt(page, hareBack))).toBeGreaterThan(before + 20);
  const moved = (await kept(page)).lamp;
  expect(moved.kind === 'near' && moved.xMm).toBeLessThan(4);
  await page.reload();
  await expectBandsShown(page);
  expect((await kept(page)).lamp).toEqual(moved);

  await page.getByRole('button', { name: 'Far lamp, like the sun' }).click();
  await expect(page.getByRole('heading', { name: /The light comes from (the left|upper left), half high/ })).toBeVisible();
  const allRound = page.getByRole('slider', { name: 'Light from all round' });
  await allRound.press('ArrowRight');
  await expect(allRound).toHaveAttribute('aria-valuetext', '15 %');
  // Moved by a key it is in nobody's hand any more: what is undone is seen.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(allRound).toHaveAttribute('aria-valuetext', '10 %');
  await allRound.press('ArrowRight');
  await page.getByRole('slider', { name: 'Weak second light' }).focus();
  await page.keyboard.press('ArrowRight');
  await choose(page.getByLabel('It comes from'), 'below');
  expect((await kept(page)).lamp).toMatchObject({ kind: 'distant', ambient: 0.15, fill: { share: 0.05, azimuthDeg: 180 } });
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Near lamp, like a lantern' }).click();
  expect((await kept(page)).lamp).toMatchObject({ kind: 'near', pictureId: 'picture-watch', ambient: 0.15 });
});

test('each element: more shadow, shares by hand, a kept highlight, a lamp of its own, told where each code lies', async ({
  page,
  watching,
}) => {
  await open(page, watching.address);
  await step(page, 'Elements');
  // By the picture.
  await tap(page, at(750, 480));
  await expect(wishes(page).getByRole('heading', { name: 'Wing' })).toBeVisible();
  const codes = page.getByRole('list', { name: 'Codes on the picture' }).getByRole('listitem');
  await expect(codes).toHaveText(['79.mist', '53.mist', '27.mist']);
  // The wing is small: its name and its codes stand beside each other.
  const names = page.getByRole('list', { name: 'Names on the picture' }).getByRole('listitem');
  const boxes = await Promise.all([...(await names.all()), ...(await codes.all())].map((tag) => tag.boundingBox()));
  expect(boxes).toHaveLength(4);
  type Box = { x: number; y: number; width: number; height: number } | null | undefined;
  const isClear = (one: Box, other: Box) => one && other && (one.y + one.height <= other.y + 0.5 || one.x + one.width <= other.x + 0.5);
  for (const [index, one] of boxes.entries()) {
    for (const other of boxes.slice(index + 1)) expect(isClear(one, other) || isClear(other, one), 'no tag covers another').toBe(true);
  }
  await expectNoAxeFindings(page);
  const shareOf = async (code: string) => {
    const words = (await wishes(page).getByRole('listitem').filter({ hasText: code }).textContent()) ?? '';
    return Number(/(\d+) %/.exec(words)?.[1]);
  };
  const usual = await shareOf('27.mist');
  await wishes(page).getByRole('button', { name: 'More shadow' }).click();
  await expect.poll(() => shareOf('27.mist')).toBeGreaterThan(usual);
  expect((await elementOf(page, 'Wing'))?.light).toEqual({ shade: 'darker' });

  // By keys: a border between two markers. What is set by hand is met on the paper, before hand and cleaning.
  await wishes(page).getByRole('slider', { name: '53.mist against 27.mist' }).focus();
  for (let press = 0; press < 3; press++) await page.keyboard.press('ArrowLeft');
  const wing = await elementOf(page, 'Wing');
  expect(wing?.light?.shade).toBeUndefined();
  const byHand = wing?.light?.shares ?? [];
  expect(byHand).toHaveLength(3);
  expect(byHand[2]).toBeGreaterThan(0.4);
  await step(page, 'Lamp');
  const row = page
    .getByRole('table', { name: 'Paper each marker covers, in cm²' })
    .getByRole('row')
    .filter({ has: page.getByRole('rowheader', { name: 'Wing' }) });
  await expect
    .poll(async () => {
      const cm2 = [...((await row.textContent()) ?? '').matchAll(/mist (\d+\.\d)/g)].map(([, value]) => Number(value));
      return (cm2[2] ?? 0) / cm2.reduce((total, value) => total + value, 0);
    })
    .toBeCloseTo(byHand[2] as number, 1);

  // By mouse on the bar.
  await step(page, 'Elements');
  const border = wishes(page).getByRole('slider', { name: '79.mist against 53.mist' });
  const box = await border.boundingBox();
  if (!box) throw new Error('The bar is not in sight.');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 30, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => (await elementOf(page, 'Wing'))?.light?.shares?.[0]).toBeLessThan(byHand[0] as number);

  // A highlight is bare paper.
  await page.getByRole('slider', { name: 'Paper kept white as a highlight' }).focus();
  for (let press = 0; press < 12; press++) await page.keyboard.press('ArrowRight');
  expect((await elementOf(page, 'Wing'))?.light?.highlight).toBeCloseTo(0.12, 2);
  await choose(wishes(page).getByRole('combobox'), 'its own: right');
  await expect(page.locator('[data-own-lamp]')).toBeVisible();
  expect((await elementOf(page, 'Wing'))?.light?.lamp).toEqual({ kind: 'distant', azimuthDeg: 90, heightDeg: 40 });
  await wishes(page).getByRole('button', { name: 'As usual' }).click();
  expect((await elementOf(page, 'Wing'))?.light?.shares).toBeUndefined();
  await expect(page.getByRole('button', { name: /^Wing.*highlight kept, a lamp of its own/ })).toBeVisible();
  // The table of areas counts what stays bare.
  await step(page, 'Lamp');
  await expect(page.getByRole('row', { name: /^Wing/ })).toContainText(/bare paper \d+\.\d/);
});

test('the hand paints darker, lighter and white and draws a fold; strokes stay when the lamp moves and are undone', async ({
  page,
  watching,
}) => {
  await open(page, watching.address);
  await step(page, 'Hand');
  await expectNoAxeFindings(page);
  const [light, belly] = [at(330, 560), at(640, 520)];
  const before = await colourAt(page, light);
  await tap(page, light);
  await expect(strokes(page)).toHaveAttribute('data-strokes', '1');
  await expect.poll(async () => sum(await colourAt(page, light))).toBeLessThan(sum(before) - 15);
  const darker = await colourAt(page, light);

  await page.getByRole('button', { name: 'Keep white' }).click();
  await sweep(page, [at(630, 500), belly, at(650, 540)]);
  await expect.poll(() => colourAt(page, belly)).toEqual([255, 255, 255]);
  await page.getByRole('button', { name: 'Fold' }).click();
  await page.getByRole('slider', { name: 'Width of a stroke' }).focus();
  await page.keyboard.press('ArrowRight');
  await sweep(page, [at(750, 430), at(752, 480), at(756, 540)]);
  await expect(page.locator('[data-light-said]')).toHaveText('A fold: dark on the right of its way.');

  // While a stroke is drawn its effect is seen, and nothing is kept.
  await page.getByRole('button', { name: 'Darker' }).click();
  await expectBandsShown(page);
  const untouched = await painted(page);
  const sheet = await page.getByRole('application').boundingBox();
  if (!sheet) throw new Error('The picture is not in sight.');
  await page.mouse.move(sheet.x + 0.42 * sheet.width, sheet.y + 0.62 * sheet.height);
  await page.mouse.down();
  await page.mouse.move(sheet.x + 0.47 * sheet.width, sheet.y + 0.64 * sheet.height, { steps: 8 });
  await expect.poll(() => painted(page), 'seen under the hand').not.toBe(untouched);
  expect((await keptColours(page))?.colouring.strokes, 'not kept yet').toHaveLength(3);
  await page.mouse.up();
  await expect(strokes(page)).toHaveAttribute('data-strokes', '4');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(strokes(page)).toHaveAttribute('data-strokes', '3');

  // By keys: walk to an area, Enter.
  await page.getByRole('button', { name: 'Darker' }).click();
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(strokes(page)).toHaveAttribute('data-strokes', '4');
  const own = (await keptColours(page))?.colouring.strokes ?? [];
  expect(own.map(({ kind }) => kind)).toEqual(['darker', 'white', 'fold', 'darker']);
  expect(own[2]?.radiusMm).toBeCloseTo(2.1, 5);

  await step(page, 'Lamp');
  await page.getByRole('button', { name: 'Far lamp, like the sun' }).click();
  await page.getByRole('button', { name: 'Right', exact: true }).click();
  await expect.poll(() => colourAt(page, belly)).toEqual([255, 255, 255]);
  expect((await keptColours(page))?.colouring.strokes).toEqual(own);

  await step(page, /^Hand/);
  await page.getByRole('button', { name: 'Take the last stroke away' }).click();
  await expect(strokes(page)).toHaveAttribute('data-strokes', '3');
  await page.getByRole('button', { name: 'Take all away' }).click();
  await expect(strokes(page)).toHaveAttribute('data-strokes', '0');
  await expect.poll(() => colourAt(page, belly)).not.toEqual([255, 255, 255]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(strokes(page)).toHaveAttribute('data-strokes', '3');
  expect(darker).not.toEqual(before);
});

test('the light is seen as colours, as lightness alone and on the grey form; two lights stand side by side and are told apart in words', async ({
  page,
  watching,
}) => {
  await open(page, watching.address);
  const scarf = at(250, 392);
  const spread = (colour: readonly number[]) => Math.max(...colour) - Math.min(...colour);
  expect(spread(await colourAt(page, scarf))).toBeGreaterThan(20);
  for (const view of ['Lightness', 'Grey form']) {
    await page.getByRole('button', { name: view }).click();
    await expect.poll(async () => spread(await colourAt(page, scarf))).toBeLessThanOrEqual(3);
  }
  await page.getByRole('button', { name: 'Colours' }).click();
  await expect.poll(async () => spread(await colourAt(page, scarf))).toBeGreaterThan(20);

  await step(page, 'Two lights');
  await page.getByRole('button', { name: 'Put this light beside' }).click();
  await expect(page.locator('[data-beside="shown"]')).toBeVisible();
  await expect(page.getByText('Nothing changes that one would see.')).toBeVisible();
  await page.getByRole('slider', { name: 'Lamp' }).focus();
  for (let press = 0; press < 8; press++) await page.keyboard.press('ArrowLeft');
  const changes = page.getByRole('list', { name: 'What changes' });
  await expect(changes).toContainText('Hare: the dark goes from');
  await expectNoAxeFindings(page);
  const lamp = (await kept(page)).lamp;
  await page.getByRole('button', { name: 'Change places' }).click();
  await expect.poll(async () => (await kept(page)).lamp).toMatchObject({ xMm: 45 });
  expect(lamp.kind === 'near' && lamp.xMm).toBe(5);
  await page.getByRole('button', { name: 'Put it away' }).click();
  await expect(page.getByRole('button', { name: 'Put this light beside' })).toBeVisible();
});

test('cut ends are shown, and turned by a tap or a key; what the maker says stays', async ({ page, watching }) => {
  await open(page, watching.address);
  await step(page, 'Cut ends');
  const panel = page.locator('[data-cuts]');
  await expect.poll(async () => Number(await panel.getAttribute('data-cuts'))).toBeGreaterThan(2);
  await expectNoAxeFindings(page);
  const found = Number(await panel.getAttribute('data-cuts'));
  await expect(page.locator('[data-edge="cut"]')).toHaveCount(found);
  // The foot of the lantern: a tap on its bar says that it rounds away.
  await tap(page, at(450, 622));
  await expect(panel).toHaveAttribute('data-said-cuts', '1');
  await expect(panel).toHaveAttribute('data-cuts', String(found - 1));
  expect((await kept(page)).pictures[0]?.cuts).toMatchObject([{ isCut: false }]);
  // By keys, of one that is chosen: its edge is cut off again, and the word is taken back.
  await step(page, 'Elements');
  await page.getByRole('button', { name: /^Lantern/ }).click();
  await step(page, 'Cut ends');
  const edge = page.getByRole('list', { name: 'Edges' }).getByRole('button', { name: /rounds away, as you said/ });
  await edge.focus();
  await page.keyboard.press('Enter');
  await expect(panel).toHaveAttribute('data-said-cuts', '0');
  await expect.poll(async () => Number(await panel.getAttribute('data-cuts'))).toBe(found);
});

test('a ground shadow and a halo are elements on the paper outside: with a line that is moved, a ladder, bands and a recipe', async ({
  page,
  watching,
}) => {
  await open(page, watching.address);
  await step(page, 'Around');
  const under = at(450, 632);
  expect(await colourAt(page, under)).toEqual([255, 255, 255]);
  await page.getByRole('button', { name: 'Add a ground shadow' }).click();
  await page.getByRole('button', { name: 'Add a halo' }).click();
  await expect(page.locator('[data-outside]')).toHaveCount(2);
  await expectNoAxeFindings(page);

  // The line's end by keys, then by mouse.
  const end = page.getByRole('button', { name: /^Right end of Ground shadow/ });
  const groundOf = async () => (await elementOf(page, 'Ground shadow'))?.outside as { to: [number, number] };
  const before = (await groundOf()).to;
  await end.focus();
  await page.keyboard.press('Shift+ArrowLeft');
  expect((await groundOf()).to[0]).toBeCloseTo(before[0] - 5, 1);
  const handle = await end.boundingBox();
  if (!handle) throw new Error('The end of the line is not in sight.');
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
  await page.mouse.down();
  await page.mouse.move(handle.x + handle.width / 2 - 60, handle.y + handle.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => (await groundOf()).to[0]).toBeLessThan(before[0] - 8);

  // A ladder makes it seen: it is chosen among the ladders, whatever was open at Groups last.
  await goTo(page, 'Groups');
  await page.getByRole('tab', { name: /^Palette/ }).click();
  await goTo(page, 'Light');
  await page.getByRole('button', { name: 'Choose one for Ground shadow' }).click();
  await expect(page.locator('[data-station="groups"]')).toBeVisible();
  // A shadow gets greys.
  await page
    .getByRole('button', { name: /^Give [\w.]+\.(mist|flint|wool), .* to Ground shadow/ })
    .first()
    .click();
  await expect.poll(async () => (await elementOf(page, 'Ground shadow'))?.ladder?.rungs.length).toBeGreaterThan(0);
  await expect.poll(() => colourAt(page, under)).not.toEqual([255, 255, 255]);
  await goTo(page, 'Recipe');
  await expect(
    page
      .getByRole('heading', { name: 'Ground shadow' })
      .or(page.getByRole('button', { name: 'Ground shadow', exact: true }))
      .first(),
  ).toBeVisible();
  await goTo(page, 'Light');
  await page.getByRole('button', { name: 'Take Ground shadow away' }).click();
  await expect.poll(() => colourAt(page, under)).toEqual([255, 255, 255]);
});

test('how strongly hatching draws the dark to it is set by a slider, and undone', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-lantern#light`);
  await expectBandsShown(page);
  const slider = page.getByRole('slider', { name: 'Hatching and dots draw the dark to them' });
  await slider.focus();
  for (let press = 0; press < 6; press++) await page.keyboard.press('ArrowLeft');
  await expect(slider).toHaveAttribute('aria-valuetext', '0 %');
  expect((await keptColours(page))?.colouring.cuesPull).toBe(0);
  for (let press = 0; press < 6; press++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(slider).toHaveAttribute('aria-valuetext', '60 %');
  expect((await keptColours(page))?.colouring.cuesPull).toBeUndefined();
});

test('a slider of the light is shown on the picture while it moves, and kept as one edit when it is let go', async ({ page, watching }) => {
  await open(page, watching.address);
  await step(page, 'Elements');
  await page.getByRole('button', { name: /^Wing/ }).click();
  await step(page, 'Around');
  await page.getByRole('button', { name: 'Add a halo' }).click();
  await page.getByRole('button', { name: 'Choose one for Halo' }).click();
  await page
    .getByRole('button', { name: /^Give / })
    .first()
    .click();
  await goTo(page, 'Light');
  const slides = [
    ['Elements', 'Paper kept white as a highlight', (elements: ColouredElement[]) => elements.find(({ name }) => name === 'Wing')?.light],
    ['Around', 'Width of a step', (elements: ColouredElement[]) => elements.find(({ name }) => name === 'Halo')?.outside],
  ] as const;
  for (const [own, name, read] of slides) {
    await step(page, own);
    if (own === 'Elements') await page.getByRole('button', { name: /^Wing/ }).click();
    await expectBandsShown(page);
    const slider = page.getByRole('slider', { name });
    const before = {
      value: await slider.getAttribute('aria-valuetext'),
      kept: read(await keptElements(page)),
      painted: await painted(page),
    };
    const box = await slider.boundingBox();
    if (!box) throw new Error('The slider is not in sight.');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 90, y, { steps: 9 });
    await expect(slider, 'it follows the hand').not.toHaveAttribute('aria-valuetext', String(before.value));
    await expect.poll(() => painted(page), 'so does the picture').not.toBe(before.painted);
    expect(read(await keptElements(page)), 'nothing is kept yet').toEqual(before.kept);
    await page.mouse.up();
    await expect.poll(async () => read(await keptElements(page))).not.toEqual(before.kept);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(slider, 'one step back is all of it').toHaveAttribute('aria-valuetext', String(before.value));
    expect(read(await keptElements(page))).toEqual(before.kept);
  }
});

test.describe('by touch', () => {
  test.use({ hasTouch: true });
  test('a finger sets the lamp, chooses an element and paints', async ({ page, watching }) => {
    await open(page, watching.address);
    await page.getByRole('button', { name: 'Far lamp, like the sun' }).tap();
    await page.getByRole('button', { name: 'Right', exact: true }).tap();
    await expect(page.getByRole('heading', { name: 'The light comes from the right, half high' })).toBeVisible();
    const sheet = await paper(page).boundingBox();
    if (!sheet) throw new Error('The picture is not in sight.');
    // A hand that the system takes away leaves the lamp where it was seen last.
    const bulb = await page.getByRole('slider', { name: 'Lamp' }).boundingBox();
    if (!bulb) throw new Error('The lamp is not in sight.');
    const finger = await page.context().newCDPSession(page);
    const [bulbX, bulbY] = [bulb.x + bulb.width / 2, bulb.y + bulb.height / 2];
    await finger.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x: bulbX, y: bulbY }] });
    for (let move = 1; move <= 5; move++)
      await finger.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: [{ x: bulbX, y: bulbY + 40 * move }] });
    await finger.send('Input.dispatchTouchEvent', { type: 'touchCancel', touchPoints: [] });
    await expect.poll(async () => (await kept(page)).lamp).not.toMatchObject({ azimuthDeg: 90 });
    await page.getByRole('button', { name: 'Undo' }).tap();
    await expect(page.getByRole('heading', { name: 'The light comes from the right, half high' })).toBeVisible();
    const touch = ([x, y]: readonly [number, number]) => page.touchscreen.tap(sheet.x + x * sheet.width, sheet.y + y * sheet.height);
    await page.getByRole('tablist', { name: 'Work on the light' }).getByRole('tab', { name: 'Elements' }).tap();
    await touch(at(750, 480));
    await expect(wishes(page).getByRole('heading', { name: 'Wing' })).toBeVisible();
    await wishes(page).getByRole('button', { name: 'Keep it light' }).tap();
    expect((await elementOf(page, 'Wing'))?.light).toEqual({ shade: 'light' });
    await page.getByRole('tab', { name: 'Hand' }).tap();
    await expectBandsShown(page);
    const before = sum(await colourAt(page, at(676, 170)));
    await touch(at(676, 170));
    await expect(strokes(page)).toHaveAttribute('data-strokes', '1');
    await expect.poll(async () => sum(await colourAt(page, at(676, 170)))).toBeLessThan(before);
  });
});

test('where our reckoning of the light has changed, a make says so once', async ({ page, piloting }) => {
  await page.goto(`${piloting.address}/makes/make-balloon-post-pilot#light`);
  await expectBandsShown(page);
  const notice = page.getByText(/The light is reckoned better since you last looked/);
  await expect(notice).toHaveCount(0);
  const { revision, document } = await keptWhole(page);
  const operations = [{ kind: 'patch', entity: 'make', fields: { lightSeen: 0 } }];
  const answer = await fetch(`${piloting.address}/api/makes/${document.id}/batches`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: piloting.address },
    body: JSON.stringify({ schema: document.schema, batchId: 'of-before', baseRevision: revision, operations }),
  });
  expect(answer.status, await answer.text()).toBe(200);
  await page.reload();
  await expect(notice).toBeVisible();
  await page.getByRole('button', { name: 'I have seen it' }).click();
  await expect(notice).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Undo' }), 'it is no step of the maker').toBeDisabled();
  expect((await kept(page)).lightSeen).toBeGreaterThan(0);
  await page.reload();
  await expectBandsShown(page);
  await expect(notice).toHaveCount(0);
});
