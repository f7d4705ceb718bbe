import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';
import { colourAt, expectBandsShown, goTo, painted, paper, sweep, tap } from './picture';
import { kept } from './kept';

const pilot = '/makes/make-balloon-post-pilot';
const badger = 'demo/line-images/badger-pilot.svg';
/** A place of the badger's drawing, in its own units, as shares. */
const at = (x: number, y: number) => [x / 640, y / 840] as const;

const steps = (page: Page): Locator => page.getByRole('tablist', { name: 'Work on the elements' });
const step = (page: Page, name: RegExp | string) => steps(page).getByRole('tab', { name }).click();
const white = (page: Page) => page.locator('[data-white]');
const body = (page: Page) => page.locator('[data-body]');
const said = (page: Page) => page.locator('[data-elements-said]');

/** A new make of the badger's drawing with nothing done yet, at the Elements station. */
async function startBadger(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/makes/new`);
  await page
    .locator('input[type="file"]')
    .first()
    .setInputFiles({ name: 'badger.svg', mimeType: 'image/svg+xml', buffer: readFileSync(badger) });
  await expect(page.getByRole('img', { name: 'Preview of badger.svg' })).toBeVisible();
  await page.getByLabel('How wide is it on paper?').fill('64');
  await page.getByRole('button', { name: 'Start this make' }).click();
  await page.getByRole('button', { name: 'Gather the elements' }).click({ timeout: 60_000 });
  await expect(white(page)).toHaveText('89 areas still white');
}

test('ten elements of a first picture are gathered and named in 20 acts: a tap or a drag, and a name, each', async ({ page, shared }) => {
  await startBadger(page, shared.address);
  let acts = 0;
  const gathered: { name: string; places: readonly (readonly [number, number])[] }[] = [
    { name: 'Coat', places: [at(290, 520), at(395, 520)] },
    { name: 'Scarf', places: [at(232, 421), at(320, 425), at(410, 421)] },
    { name: 'Letter', places: [at(545, 260), at(515, 290)] },
    { name: 'Tail', places: [at(125, 561)] },
    { name: 'Left boot', places: [at(234, 730), at(234, 770)] },
    { name: 'Right boot', places: [at(409, 730), at(409, 770)] },
    { name: 'Muzzle', places: [at(280, 320)] },
    { name: 'Inner ear', places: [at(184, 133)] },
    { name: 'Trousers', places: [at(270, 706)] },
    { name: 'Belt', places: [at(240, 606)] },
  ];
  for (const { name, places } of gathered) {
    if (places.length === 1) await tap(page, places[0] as readonly [number, number]);
    else await sweep(page, places);
    acts++;
    const field = page.locator('[data-held]').getByLabel('Name of the element');
    // Its name is ready: one types at once. Enter is the end of it: the next tap begins another.
    await expect(field).toBeFocused();
    await page.keyboard.type(name);
    await page.keyboard.press('Enter');
    await expect(page.locator('[data-held]')).toHaveCount(0);
    acts++;
  }
  await expect(page.getByLabel('Name of the element')).toHaveCount(10);
  const { pictures } = await kept(page);
  expect(pictures[0]?.elements.map(({ name }) => name)).toEqual(gathered.map(({ name }) => name));
  for (const [index, { places, name }] of gathered.entries()) {
    const taken = pictures[0]?.elements[index]?.regionIds.length ?? 0;
    expect(taken, name).toBeGreaterThanOrEqual(Math.min(2, places.length));
  }
  expect(acts).toBeLessThanOrEqual(20);
  await expectNoAxeFindings(page);
});

test('a name is taken by a press, in hand means taking more, a loop takes what it goes round', async ({ page, shared }) => {
  await startBadger(page, shared.address);
  await tap(page, at(286, 112));
  await page.getByRole('list', { name: 'Names to take' }).getByRole('button', { name: 'Hair' }).click();
  const held = page.locator('[data-held]');
  await expect(held, 'it is put down with its name').toHaveCount(0);
  await tap(page, at(286, 112));
  await expect(held.getByLabel('Name of the element')).toHaveValue('Hair');
  await expect(held.locator('[data-measure]')).toHaveText(/^1 area · .* cm² · narrowest .* mm: (brush|fine) nib$/);
  await expect(held.getByLabel('Made of')).toHaveText('hair, as its name says');
  await choose(held.getByLabel('Made of'), 'fur');

  // With it in hand a tap adds, one on its own lets go, one on paper puts it down.
  await tap(page, at(356, 112));
  await expect(held.locator('[data-measure]')).toHaveText(/^2 areas/);
  await tap(page, at(356, 112));
  await expect(held.locator('[data-measure]'), 'a tap on one of its own lets it go').toHaveText(/^1 area ·/);
  await tap(page, at(20, 20));
  await expect(held).toHaveCount(0);

  // One of another element is asked about where it lies.
  await tap(page, at(356, 112));
  await page.keyboard.type('Right hair');
  await page.keyboard.press('Enter');
  await tap(page, at(286, 112));
  await tap(page, at(356, 112));
  const asked = page.getByRole('group', { name: 'That is of Right hair' });
  await expect(asked.getByRole('button', { name: 'Take from Right hair' })).toBeFocused();
  await expectNoAxeFindings(page);
  await page.keyboard.press('Escape');
  await expect(asked).toHaveCount(0);
  await tap(page, at(356, 112));
  await asked.getByRole('button', { name: 'Take from Right hair' }).click();
  await expect(said(page)).toHaveText('1 area added to Hair. Right hair has no area left, and is gone.');
  await expect(held.locator('[data-measure]')).toHaveText(/^2 areas/);
  await expect(page.getByLabel('Name of the element')).toHaveCount(1);

  // A part of it is split off by one drag, with empty hands.
  await tap(page, at(20, 20));
  await sweep(page, [at(356, 105), at(356, 120)]);
  await expect(page.getByText('1 area split off from Hair')).toBeVisible();
  await page.keyboard.type('hair');
  await page.keyboard.press('Enter');
  await expect(said(page), 'a name that is there joins').toHaveText('1 area joined Hair.');
  await expect(page.getByLabel('Name of the element')).toHaveCount(1);
  // From the name that nobody has typed Ctrl+Z undoes the gathering.
  await tap(page, at(395, 520));
  await expect(held.getByLabel('Name of the element')).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Name of the element')).toHaveCount(1);

  // Round the three buttons, one is enough to find the others; a loop round nothing gets a word.
  const round = (x: number, y: number, radius: number) =>
    Array.from({ length: 13 }, (_, turn) => at(x + radius * Math.sin((turn * Math.PI) / 6), y - radius * Math.cos((turn * Math.PI) / 6)));
  await sweep(page, round(344, 500, 19));
  await expect(held.locator('[data-measure]')).toHaveText(/^1 area · .*too tiny to blend: one marker$/);
  // What it would take is shown before it is taken.
  const shown = await painted(page);
  await held.getByRole('button', { name: 'Gather those like it' }).hover();
  await expect.poll(() => painted(page)).not.toBe(shown);
  await held.getByRole('button', { name: 'Gather those like it' }).click();
  await expect(said(page)).toHaveText(/areas? like it gathered/);
  const buttons = (await kept(page)).pictures[0]?.elements.at(-1)?.regionIds ?? [];
  expect(buttons.length, 'the three of the coat, and what else is as round').toBeGreaterThanOrEqual(3);
  await tap(page, at(20, 20));
  await sweep(page, round(60, 120, 40));
  const word = page.getByText('The loop goes round no area');
  await expect(word).toBeVisible();
  // A word of the stage ends when what it is about is another, or another station is gone to.
  await tap(page, at(344, 500));
  await page.keyboard.type('Coat buttons');
  await page.keyboard.press('Enter');
  await expect(word).toHaveCount(0);
  await expectAllKept(page);
});

test('cheeks are soft spots by touch: two taps, one ladder, on top of the fur and cut off at its outline', async ({
  browser,
  shared,
  quietConsole,
}) => {
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  page.on('pageerror', (error) => quietConsole.push(error.message));
  await page.goto(`${shared.address}${pilot}#elements`);
  await step(page, 'Soft spots');
  await expect(paper(page)).toBeVisible();
  const touch = async (x: number, y: number) => {
    const box = await paper(page).boundingBox();
    if (!box) throw new Error('The picture is not on the screen.');
    await page.touchscreen.tap(box.x + (x / 640) * box.width, box.y + (y / 840) * box.height);
  };
  // On no element at all: a word, and nothing is laid.
  await touch(500, 340);
  await expect(page.getByText('belongs to no element yet')).toBeVisible();
  await expect(page.locator('[data-spot]')).toHaveCount(0);

  await touch(236, 372);
  await page.getByRole('button', { name: 'Cheek' }).tap();
  await touch(406, 372);
  const spot = page.locator('[data-held]');
  await expect(spot.getByLabel('Name of the element')).toHaveValue('Cheek');
  await expect(spot.locator('[data-measure]')).toHaveText(/^2 taps and strokes/);
  await touch(290, 520);
  await expect(page.locator('[data-spot]'), 'another element under it begins another spot').toHaveCount(2);
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(page.locator('[data-spot]')).toHaveCount(1);
  await expectNoAxeFindings(page);

  await goTo(page, 'Groups');
  await page.getByRole('button', { name: /^Cheek/ }).click();
  await page.getByLabel('Codes, in any order').fill('88b.rose, 62b.rose, 36b.rose, 88b.clay');
  await page.getByRole('button', { name: 'Give it', exact: true }).click();
  await expect(page.getByText('it takes one to three markers, not 4')).toBeVisible();
  await page.getByLabel('Codes, in any order').fill('36b.rose');
  await page.getByRole('button', { name: 'Give it', exact: true }).click();
  await goTo(page, 'Light');
  await expectBandsShown(page);
  // Rose in the middle of the cheek, paper below its outline, fur where it has faded.
  await expect.poll(async () => (await colourAt(page, at(236, 372)))[1]).toBeLessThan(150);
  expect((await colourAt(page, at(310, 236)))[1]).toBeGreaterThan(150);
  await page.reload();
  await expectBandsShown(page);
  await expect.poll(async () => (await colourAt(page, at(236, 372)))[1]).toBeLessThan(150);
  await goTo(page, 'Recipe');
  await expect(page.locator('[data-element="Cheek"]')).toBeVisible();
  const order = await page.locator('[data-element]').evaluateAll((items) => items.map((item) => item.getAttribute('data-element')));
  expect(order.indexOf('Cheek')).toBeGreaterThan(order.indexOf('White fur'));
  // The make is as it was for those that come after.
  await goTo(page, 'Elements');
  await step(page, 'Soft spots');
  await page.getByRole('button', { name: 'Remove Cheek' }).tap();
  await expect(page.locator('[data-spot]')).toHaveCount(0);
  await expectAllKept(page);
  await context.close();
});

test('bodies and fronts are proposed unasked; what the maker mends outlives a new reading, undo and a restart', async ({
  page,
  lonely,
}) => {
  await page.goto(`${lonely.address}${pilot}#elements`);
  await step(page, 'Bodies');
  await expect(page.getByText(/bodies of several areas/)).toBeVisible();
  // The coat is one, with what belongs to it, whatever lines part it.
  await tap(page, at(290, 520));
  await expect(body(page)).toHaveAttribute('data-body', 'proposed');
  const proposed = Number(await body(page).getAttribute('data-body-areas'));
  expect(proposed).toBeGreaterThanOrEqual(4);
  await expectNoAxeFindings(page);

  // The arm that waves is taken in, and let go of again by undo.
  await page.getByRole('button', { name: 'Take areas in or let go' }).click();
  await tap(page, at(540, 460));
  await expect(body(page)).toHaveAttribute('data-body', 'yours');
  await expect(body(page)).toHaveAttribute('data-body-areas', String(proposed + 1));
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(body(page)).toHaveAttribute('data-body-areas', String(proposed));
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(body(page)).toHaveAttribute('data-body-areas', String(proposed + 1));
  await page.getByRole('button', { name: /^Tap what is of it/ }).click();
  await page.getByRole('button', { name: 'Flatter' }).click();
  await expect(page.getByRole('button', { name: 'Flatter' })).toHaveAttribute('aria-pressed', 'true');
  // What lies on itself gets a word.
  await page.getByRole('button', { name: 'Lay it on another' }).click();
  await tap(page, at(290, 520));
  await expect(page.getByText(/cannot lie on itself/)).toBeVisible();

  // An arrow is turned by a tap, and again by keys.
  await step(page, 'In front');
  await tap(page, at(320, 425));
  const arrows = page.getByRole('list', { name: 'What lies in front' }).getByRole('button');
  await expect(arrows).not.toHaveCount(0);
  const arrow = arrows.filter({ hasNot: page.locator('nothing') }).first();
  const before = await arrow.getAttribute('aria-label');
  await arrow.click();
  await expect(page.locator('[data-front="yours"]')).toHaveCount(1);
  const turned = page.locator('[data-front="yours"]');
  await expect.poll(() => turned.getAttribute('aria-label')).not.toBe(before);
  // One way round it throws its shadow, the other way the lamp stands where it would fall; neither in front throws none.
  const said = page.locator('[data-elements-said]');
  const words = [await said.textContent()];
  await turned.focus();
  for (let press = 0; press < 2; press++) {
    const label = await turned.getAttribute('aria-label');
    await page.keyboard.press('Enter');
    await expect.poll(() => turned.getAttribute('aria-label')).not.toBe(label);
    words.push(await said.textContent());
  }
  expect(words.filter((own) => own?.includes('No shadow follows: the lamp stands on the side of what is behind.'))).toHaveLength(1);
  await page.keyboard.press('Enter');
  const after = await turned.getAttribute('aria-label');
  await expectNoAxeFindings(page);

  // A new reading proposes anew and keeps what was changed.
  const { pictures } = await kept(page);
  // The coat with the arm, what is left of the arm's own body, and one border.
  expect([pictures[0]?.bodies.length, pictures[0]?.fronts.length]).toEqual([2, 1]);
  await goTo(page, 'Picture');
  await page.getByRole('tablist', { name: 'Work on the picture' }).getByRole('tab', { name: 'Lines' }).click();
  await page.getByRole('slider', { name: 'Breaks closed' }).focus();
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: 'Read the lines like this' }).click();
  // Read when the areas are those of the new settings.
  await expect.poll(async () => (await kept(page)).pictures[0]?.regionMap?.of, { timeout: 60_000 }).not.toBe(pictures[0]?.regionMap?.of);
  const readAnew = await kept(page);
  expect(readAnew.pictures[0]?.regionMap?.of).not.toBe(pictures[0]?.regionMap?.of);
  expect(readAnew.pictures[0]?.bodies).toEqual(pictures[0]?.bodies);

  await lonely.stopServer();
  lonely.cluster?.kill();
  await lonely.cluster?.restart();
  await lonely.startServer();
  await page.goto(`${lonely.address}${pilot}#elements`);
  await step(page, 'Bodies');
  await tap(page, at(290, 520));
  await expect(body(page)).toHaveAttribute('data-body', 'yours');
  await expect(body(page)).toHaveAttribute('data-body-areas', String(proposed + 1));
  await expect(page.getByRole('button', { name: 'Flatter' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'As proposed' }).click();
  await expect(body(page)).toHaveAttribute('data-body', 'proposed');
  await step(page, 'In front');
  await expect(page.locator('[data-front="yours"]')).toHaveAttribute('aria-label', after ?? '');
});

test('the balloon is one body, and its patch lies on it', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-balloon#elements`);
  await step(page, 'Bodies');
  const gore = (x: number) => [x / 640, 300 / 900] as const;
  await tap(page, gore(268));
  // The six gores that are seen broad are one unasked; the two that are seen from the side are taken in by a tap each.
  await expect(body(page)).toHaveAttribute('data-body-areas', '6');
  expect((await kept(page)).pictures[0]?.bodies, 'nobody had to say so').toEqual([]);
  await page.getByRole('button', { name: 'Take areas in or let go' }).click();
  await tap(page, gore(62));
  await tap(page, gore(577));
  await expect(body(page)).toHaveAttribute('data-body-areas', '8');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(body(page)).toHaveAttribute('data-body', 'proposed');
});

test('nothing is overlooked: white areas are listed, blink by a key, are gathered or stay white; the tail tip at the last moment', async ({
  page,
  piloting,
}) => {
  await page.goto(`${piloting.address}${pilot}#elements`);
  await step(page, /^Still white/);
  const listed = page.getByRole('list', { name: 'Areas still white, the largest first' }).getByRole('listitem');
  await expect(white(page)).toHaveText('22 areas still white');
  await expect(listed).toHaveCount(5);
  await page.getByRole('button', { name: 'List the 17 smaller ones' }).click();
  await expect(listed).toHaveCount(22);
  await expect(page.getByText(/of them tiny: such are often forgotten/)).toBeVisible();
  const sizes = (await listed.allTextContents()).map((text) => Number(/([\d.]+) cm²/.exec(text)?.[1]));
  expect(sizes).toEqual(sizes.toSorted((first, second) => second - first));
  await expectNoAxeFindings(page);

  // The tail tip is let go by mistake, and comes up again.
  await step(page, 'Gather');
  await page.getByRole('button', { name: 'Take Tail in hand' }).click();
  await tap(page, at(125, 561));
  await expect(white(page)).toHaveText('23 areas still white');
  await step(page, /^Still white/);
  await page.getByRole('button', { name: 'All of them stay white' }).click();
  await expect(white(page)).toHaveText('Every area found has its element');
  await page.getByRole('button', { name: 'Undo' }).click();

  // By keys: Alt+W goes through them, the one it stands on blinks.
  await page.getByRole('button', { name: 'Show the next one (Alt+W)' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('application')).toBeFocused();
  const blinking = page.locator('[data-blink]');
  await expect(blinking).toHaveCount(1);
  const seen = [await blinking.getAttribute('data-blink')];
  for (let turn = 1; turn < 23; turn++) {
    await page.keyboard.press('Alt+w');
    await expect.poll(() => blinking.getAttribute('data-blink')).not.toBe(seen.at(-1));
    seen.push(await blinking.getAttribute('data-blink'));
  }
  expect(new Set(seen).size, 'every one once').toBe(23);

  // One stays white by a press; the rest are asked for no more.
  await listed
    .first()
    .getByRole('button', { name: /stays white/ })
    .click();
  await expect(white(page)).toHaveText('22 areas still white');
  const { pictures } = await kept(page);
  expect(pictures[0]?.elements.at(-1)).toMatchObject({ kind: 'bare paper', regionIds: [expect.any(String)] });
  await page.reload();
  await expect(steps(page).getByRole('tab', { name: /^Still white/ })).toHaveText('Still white22');
});

test('what a new reading loses is told of and kept: a body, a border, and what a soft spot lies on', async ({ page, piloting }) => {
  await page.goto(`${piloting.address}${pilot}#elements`);
  await step(page, 'Soft spots');
  await tap(page, at(545, 260));
  await expect(page.locator('[data-spot]')).toHaveCount(1);
  await step(page, 'Bodies');
  await tap(page, at(545, 260));
  await page.getByRole('button', { name: 'Flat', exact: true }).click();
  await expect(body(page)).toHaveAttribute('data-body', 'yours');
  // The letter becomes paper at the Picture station: its areas are no more.
  await goTo(page, 'Picture');
  await page.getByRole('button', { name: 'Mark as paper' }).click();
  for (const place of [at(515, 290), at(545, 260)]) await tap(page, place);
  await expect.poll(async () => (await kept(page)).pictures[0]?.regionMap?.count, { timeout: 60_000 }).toBeLessThan(88);
  await goTo(page, 'Elements');
  await step(page, 'Soft spots');
  await expect(page.locator('[data-spot-adrift]')).toHaveText(/^Soft spot 1 lies on nothing now/);
  await step(page, 'Bodies');
  await expect(page.locator('[data-body-lost]')).toHaveText(/not found in the newest reading\. Nothing is lost/);
  expect((await kept(page)).pictures[0]?.bodies).toHaveLength(1);
});

test('an area that lies far off the rest of its element is asked about', async ({ page, piloting }) => {
  await page.goto(`${piloting.address}${pilot}#elements`);
  await page.getByRole('button', { name: 'Take Scarf in hand' }).click();
  await tap(page, at(399, 797));
  await page.getByRole('button', { name: /^Take from/ }).click();
  await step(page, /^Still white/);
  const asked = page.locator('[data-far-off]');
  await expect(asked).toHaveText(/Scarf has an area \d+ mm away from the rest of it/);
  await asked.getByRole('button', { name: 'Show it' }).click();
  await expect(page.locator('[data-blink]')).toHaveCount(1);
  await asked.getByRole('button', { name: 'Let it go' }).click();
  await expect(asked).toHaveCount(0);
  await expect(white(page)).toHaveText('23 areas still white');
});
