import type { Locator, Page } from '@playwright/test';
import type { ColouredElement } from '#model/coloured-picture';
import { expect, expectAllKept, expectNoAxeFindings, inEvaluation, test } from './application';
import { choose } from './choose';
import { colourAt, expectBandsShown, goTo, painted, paper, tap } from './picture';
import { kept, keptElements } from './kept';

const pilot = '/makes/make-balloon-post-pilot';
const bunting = '/makes/make-balloon-post-bunting';

const step = (page: Page, name: string) =>
  page
    .getByRole('tablist', { name: 'Work on the groups' })
    .getByRole('tab', { name: new RegExp(`^${name}`) })
    .click();
const rail = (page: Page): Locator => page.getByRole('region', { name: /^Value rail/ });
const column = (page: Page, name: string): Locator => rail(page).getByRole('button', { name: new RegExp(`^${name}`) });
const rung = (page: Page, code: string): Locator => rail(page).getByRole('button', { name: new RegExp(`^Rung ${code}`) });
const said = (page: Page): Locator => page.locator('[data-groups-said]');

const codesOf = async (page: Page, name: string): Promise<string | undefined> =>
  (await keptElements(page))
    .find((element) => element.name === name)
    ?.ladder?.rungs.map(({ code }) => code)
    .join(' ');

async function open(page: Page, address: string, make = pilot): Promise<void> {
  await page.goto(`${address}${make}#groups`);
  await expectBandsShown(page);
}

async function give(page: Page, name: string, codes: string): Promise<void> {
  await column(page, name).click();
  await page.getByLabel('Codes, in any order').fill(codes);
  await page.getByRole('button', { name: 'Give it', exact: true }).click();
  await expect(said(page)).toHaveText(new RegExp(`^${name}: `));
}

const middleOf = async (locator: Locator): Promise<{ x: number; y: number }> => {
  const box = await locator.boundingBox();
  if (!box) throw new Error('It is not in sight.');
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};

test('a rung is picked up and stepped by keys, moved by mouse, added, taken out; the picture follows at once, and it stays after a restart', async ({
  page,
  lonely,
}) => {
  await open(page, lonely.address);
  await column(page, 'Coat').click();
  await expect(page.getByRole('list', { name: 'Rungs of Coat' }).getByRole('button')).toHaveCount(3);
  // By keys: from the column to its rungs, down is darker.
  await rung(page, '88k.lake').focus();
  await page.keyboard.press('ArrowDown');
  await expect(said(page)).toHaveText(/^Coat: 79m\.lake, 62k\.lake, 36k\.lake$/);
  await expect(rung(page, '79m.lake')).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await expect(said(page)).toHaveText(/^Coat: 88k\.lake, 62k\.lake, 36k\.lake$/);
  await page.keyboard.press('+');
  await expect(said(page)).toHaveText(/^Coat: 88k\.lake, 62k\.lake, 36k\.lake, 27m\.lake$/);
  await expect(rung(page, '27m.lake')).toBeFocused();
  await page.keyboard.press('Delete');
  await expect.poll(() => codesOf(page, 'Coat')).toBe('88k.lake 62k.lake 36k.lake');

  // By mouse: the middle rung is drawn down the scale, and the picture follows while it is held.
  await expectNoAxeFindings(page);
  const chest = [0.42, 0.75] as const;
  const before = await colourAt(page, chest);
  const from = await middleOf(rung(page, '62k.lake'));
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x, from.y + 20, { steps: 4 });
  await page.mouse.move(from.x, from.y + 95, { steps: 8 });
  await expect.poll(() => colourAt(page, chest)).not.toEqual(before);
  // It is only shown: nothing is kept before it is let go.
  expect(await codesOf(page, 'Coat')).toBe('88k.lake 62k.lake 36k.lake');
  await page.mouse.up();
  await expect.poll(() => codesOf(page, 'Coat')).toBe('88k.lake 36k.lake 27m.lake');

  // By the bar: stepped, one more, one less.
  const bar = page.getByRole('region', { name: /^The rung 27m\.lake of Coat/ });
  await expect(bar).toBeVisible();
  await bar.getByRole('button', { name: /^▲/ }).click();
  await expect.poll(() => codesOf(page, 'Coat')).toBe('88k.lake 62k.lake 36k.lake');
  await page.getByRole('button', { name: 'Add a darker' }).click();
  await expect.poll(() => codesOf(page, 'Coat')).toBe('88k.lake 62k.lake 36k.lake 27m.lake');

  await lonely.stopServer();
  lonely.cluster?.kill();
  await lonely.cluster?.restart();
  await lonely.startServer();
  await open(page, lonely.address);
  expect(await codesOf(page, 'Coat')).toBe('88k.lake 62k.lake 36k.lake 27m.lake');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => codesOf(page, 'Coat')).toBe('88k.lake 62k.lake 36k.lake');
});

test('a finger moves a rung as a mouse does, a tap picks it up, and a ladder is drawn onto another element', async ({ page, piloting }) => {
  await open(page, piloting.address);
  await column(page, 'Coat').press('Enter');
  const from = await middleOf(rung(page, '36k.lake'));
  const finger = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd' | 'touchCancel', ...touchPoints: { x: number; y: number }[]) =>
    finger.send('Input.dispatchTouchEvent', { type, touchPoints });
  await touch('touchStart', from);
  await touch('touchEnd');
  await expect(page.getByRole('region', { name: 'The rung 36k.lake of Coat' })).toBeVisible();
  const again = await middleOf(rung(page, '36k.lake'));
  await touch('touchStart', again);
  for (let move = 1; move <= 6; move++) await touch('touchMove', { x: again.x, y: again.y - 8 * move });
  await touch('touchEnd');
  await expect.poll(() => codesOf(page, 'Coat')).not.toBe('88k.lake 62k.lake 36k.lake');
  const moved = await codesOf(page, 'Coat');
  expect(moved?.split(' ')).toHaveLength(3);
  // A hand that the system takes away (a palm, a gesture of its own) leaves the rung where it was seen last.
  const third = await middleOf(rung(page, moved?.split(' ')[1] ?? ''));
  await touch('touchStart', third);
  for (let move = 1; move <= 4; move++) await touch('touchMove', { x: third.x, y: third.y + 12 * move });
  await touch('touchCancel');
  await expect.poll(() => codesOf(page, 'Coat')).not.toBe(moved);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => codesOf(page, 'Coat')).toBe(moved);
  // By its grip the ladder is drawn onto the belt.
  const grip = await middleOf(page.getByRole('button', { name: /^Share the ladder of Coat/ }));
  const belt = await middleOf(column(page, 'Belt'));
  await touch('touchStart', grip);
  for (let move = 1; move <= 8; move++)
    await touch('touchMove', { x: grip.x + (move / 8) * (belt.x - grip.x), y: grip.y + (move / 8) * (belt.y - grip.y) });
  await touch('touchEnd');
  await expect.poll(() => codesOf(page, 'Belt')).toBe(moved);
});

inEvaluation(
  'a step of a rung is on the picture within 120 ms at its best, as the page itself measures it; the aim is 50',
  async ({ page, piloting }) => {
    await open(page, piloting.address);
    await column(page, 'Coat').click();
    await rung(page, '62k.lake').focus();
    // From the key to the first frame in which the canvas has another colour there; the median of ten.
    const times: number[] = [];
    for (let turn = 0; turn < 10; turn++) {
      // The watch is set up before the key is pressed: what comes after it is timed.
      await page.evaluate(() => {
        const canvas = document.querySelector<HTMLCanvasElement>('[data-stage] canvas[data-paper]');
        const copy = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true });
        const look = () => {
          if (!canvas || !copy) return '';
          copy.drawImage(canvas, Math.round(0.42 * canvas.width), Math.round(0.75 * canvas.height), 1, 1, 0, 0, 1, 1);
          return copy.getImageData(0, 0, 1, 1).data.join();
        };
        const before = look();
        const watched = new Promise<number>((resolve) => {
          const onKey = () => {
            const start = performance.now();
            const watch = () => {
              const took = performance.now() - start;
              if (look() !== before || took > 5000) resolve(took);
              else requestAnimationFrame(watch);
            };
            requestAnimationFrame(watch);
          };
          document.addEventListener('keydown', onKey, { once: true, capture: true });
        });
        Object.assign(window, { watched });
      });
      await page.keyboard.press(turn % 2 === 0 ? 'ArrowDown' : 'ArrowUp');
      times.push(await page.evaluate(() => (window as unknown as { watched: Promise<number> }).watched));
    }
    times.sort((one, other) => one - other);
    console.log(`a step of a rung: median ${times[5]?.toFixed(0)} ms, worst ${times[9]?.toFixed(0)} ms`);
    // The aim is 50 ms; a loaded machine may take longer by the clock alone.
    expect(times[0]).toBeLessThan(120);
  },
);

test('a ladder is dragged onto another element of the rail or the picture, or taken in hand by a key; a code is dropped on an element', async ({
  page,
  piloting,
}) => {
  await open(page, piloting.address);
  await column(page, 'Coat').click();
  const grip = page.getByRole('button', { name: /^Share the ladder of Coat/ });
  const drag = async (from: Locator, to: { x: number; y: number }) => {
    const start = await middleOf(from);
    await page.mouse.move(start.x, start.y);
    await page.mouse.down();
    await page.mouse.move(start.x - 10, start.y - 10, { steps: 3 });
    await page.mouse.move(to.x, to.y, { steps: 8 });
    await page.mouse.up();
  };
  await drag(grip, await middleOf(column(page, 'Belt')));
  await expect.poll(() => codesOf(page, 'Belt')).toBe('88k.lake 62k.lake 36k.lake');
  // Onto the left boot, on the picture.
  const sheet = await paper(page).boundingBox();
  if (!sheet) throw new Error('The picture is not in sight.');
  await drag(grip, { x: sheet.x + 0.37 * sheet.width, y: sheet.y + 0.94 * sheet.height });
  await expect.poll(() => codesOf(page, 'Boots')).toBe('88k.lake 62k.lake 36k.lake');
  // By a key it is in hand, and the next element that is pressed gets it.
  await grip.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/is in hand: tap where it goes/)).toBeVisible();
  await column(page, 'Trousers').focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => codesOf(page, 'Trousers')).toBe('88k.lake 62k.lake 36k.lake');
  await page.getByRole('button', { name: 'Put it down' }).click();

  // A code that is typed, dropped on the scarf; by keys it joins the chosen element.
  await page.getByLabel('Codes, in any order').fill('27d.rose');
  await drag(page.getByRole('button', { name: /^27d\.rose: drag it/ }), {
    x: sheet.x + 0.5 * sheet.width,
    y: sheet.y + 0.505 * sheet.height,
  });
  await expect.poll(() => codesOf(page, 'Scarf')).toBe('88b.rose 62b.rose 36b.rose 27d.rose');
  await column(page, 'Muzzle').click();
  await page.getByLabel('Codes, in any order').fill('62b.clay');
  await page.getByRole('button', { name: 'Add 62b.clay to Muzzle' }).focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => codesOf(page, 'Muzzle')).toContain('62b.clay');
});

test('suggestions fit the element: by its name, the hue that is asked for, what was taken before; white things fade into paper', async ({
  page,
  piloting,
}) => {
  await open(page, piloting.address);
  await column(page, 'White fur').click();
  const suggestions = page.getByRole('region', { name: 'For White fur' });
  await choose(page.getByLabel('Markers in it'), '3');
  const first = suggestions.getByRole('button', { name: /^Give/ }).first();
  await expect(first).toHaveAccessibleName(/mist|wool|Anchor.*fades into paper/);
  await first.click();
  await expect.poll(async () => (await keptElements(page)).find(({ name }) => name === 'White fur')?.light?.highlight).toBe(0.6);
  // Bare paper is the top rung.
  await expect(column(page, 'White fur').getByRole('img', { name: /^Ladder: bare paper; / })).toBeVisible();
  // A ladder that is laid by hand is no other: taken off, and begun with one marker, the paper stays bare.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await keptElements(page)).find(({ name }) => name === 'White fur')?.light?.highlight).toBeUndefined();
  for (const code of (await codesOf(page, 'White fur'))?.split(' ') ?? []) {
    await rung(page, code).click();
    await page.getByRole('button', { name: 'Take it out' }).click();
    await expect(rung(page, code)).toHaveCount(0);
  }
  await page.getByLabel('Codes, in any order').fill('79.mist');
  await page.getByRole('button', { name: 'Add 79.mist to White fur' }).click();
  await expect.poll(async () => (await keptElements(page)).find(({ name }) => name === 'White fur')?.light?.highlight).toBe(0.6);

  await column(page, 'Coat').click();
  await page.getByRole('group', { name: 'Hue' }).getByRole('button', { name: 'violets' }).click();
  const violets = page.getByRole('region', { name: 'For Coat' }).getByRole('button', { name: /^Give/ });
  await expect(violets.first()).toHaveAccessibleName(/plum|iris|Mussel|Heron/);
  await page.getByRole('group', { name: 'Hue' }).getByRole('button', { name: 'oranges' }).click();
  await expect(violets.first()).toHaveAccessibleName(/rust|gold/);
  await expectNoAxeFindings(page);
  // A dry marker is never suggested: 53m.lake is dry.
  await page.getByRole('group', { name: 'Hue' }).getByRole('button', { name: 'blues', exact: true }).click();
  const names = await violets.evaluateAll((items) => items.map((item) => item.getAttribute('aria-label') ?? ''));
  expect(names.length).toBeGreaterThan(0);
  expect(names.join()).not.toContain('53m.lake');
});

test('what was given to an element of that name in another make comes first', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-lantern#elements`);
  const name = page.getByLabel('Name of the element').first();
  await name.fill('Scarf');
  await name.press('Enter');
  await goTo(page, 'Groups');
  await expectBandsShown(page);
  if ((await page.getByRole('region', { name: 'For Scarf' }).count()) === 0) await column(page, 'Scarf').press('Enter');
  await expect(page.getByRole('region', { name: 'For Scarf' }).getByRole('button', { name: /^Give/ }).first()).toHaveAccessibleName(
    'Give 88b.rose, 62b.rose, 36b.rose to Scarf (you took it for Scarf)',
  );
  await expectAllKept(page);
});

test('pairs that run together are listed and marked; ways out are shown before they are taken; squint shows lightness alone', async ({
  page,
  piloting,
}) => {
  await open(page, piloting.address);
  await give(page, 'Coat', '62k.lake 36k.lake');
  await give(page, 'Belt', '62k.lake 36k.lake');
  await step(page, 'Parting');
  const pair = page.locator('[data-pair="Coat Belt"]');
  await expect(pair).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('tab', { name: /^Parting/ })).toContainText(/\d/);
  // Pairs that touch, the nearest in lightness first; two that one ladder covers are among them.
  await expect(page.locator('[data-near="Coat Belt"]')).toContainText(/^Coat, Belt\s*\d+ L\* apart/);
  await expect(page.locator('[data-near="Goggle rims Goggle glass"]')).toContainText(/\d+ L\* apart/);
  const apart = (await page.locator('[data-near]').allTextContents()).map((words) => Number(/(\d+) L\* apart/.exec(words)?.[1]));
  expect(apart.length).toBeGreaterThan(2);
  expect(apart).toEqual([...apart].sort((one, other) => one - other));
  await expect(page.locator('[data-border-marks] circle').first()).toBeAttached();
  await pair.getByRole('button').first().click();
  await expect(page.locator('[data-held="true"] circle').first()).toBeAttached();
  const ways = pair.getByRole('listitem').getByRole('button');
  await expect(ways.first()).toBeVisible();
  expect(await ways.count()).toBeGreaterThanOrEqual(2);
  await expectNoAxeFindings(page);
  // Shown on the picture while it is stood on, and gone when it is left; nothing is kept meanwhile.
  const belt = [0.4, 0.725] as const;
  const before = await colourAt(page, belt);
  const other = pair.getByRole('button', { name: /^Ladder.*Belt another ladder|Belt another ladder/ });
  await other.focus();
  await expect.poll(() => colourAt(page, belt)).not.toEqual(before);
  expect(await codesOf(page, 'Belt')).toBe('62k.lake 36k.lake');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Squint' }).focus();
  await expect.poll(() => colourAt(page, belt)).toEqual(before);
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => {
      const [r, g, b] = await colourAt(page, belt);
      return r === g && g === b;
    })
    .toBe(true);
  await page.getByRole('button', { name: 'Eyes open' }).click();
  await other.focus();
  await page.keyboard.press('Enter');
  await expect(said(page)).toHaveText(/^Belt another ladder: /);
  await expect.poll(() => codesOf(page, 'Belt')).not.toBe('62k.lake 36k.lake');
  await expect(pair).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(pair).toBeVisible();
});

test('a limited palette: proposals side by side, one taken whole, one in part, ladders kept; only some markers', async ({
  page,
  piloting,
}) => {
  await open(page, piloting.address);
  const before = await keptElements(page);
  await step(page, 'Palette');
  await page.getByRole('group', { name: 'Keep the ladders of' }).getByRole('button', { name: 'Scarf' }).click();
  await choose(page.getByLabel('At most'), '4');
  await page.getByRole('button', { name: 'Propose palettes' }).click();
  const cards = page.getByRole('list', { name: 'Proposed palettes' }).locator('[data-palette]');
  await expect(cards).toHaveCount(3, { timeout: 60_000 });
  await expect(cards.first()).toContainText(/4 ladders: (none of your rack|at the most \d+ %)/);
  await expectNoAxeFindings(page);
  // Seen on the picture while it is pointed to.
  const coat = [0.42, 0.75] as const;
  const asKept = await colourAt(page, coat);
  await cards.nth(1).hover();
  await expect.poll(() => colourAt(page, coat)).not.toEqual(asKept);
  await page.mouse.move(10, 400);
  await expect.poll(() => colourAt(page, coat)).toEqual(asKept);
  // In part: all but the coat.
  await cards.first().getByRole('button', { name: 'Only in part' }).click();
  await cards.first().getByRole('checkbox', { name: /^Coat/ }).uncheck();
  await cards
    .first()
    .getByRole('button', { name: /^Take it for \d+ elements/ })
    .click();
  await expect(said(page)).toHaveText(/^\d+ ladders given\.$/);
  const part = await keptElements(page);
  const ladderOf = (elements: ColouredElement[], name: string) => JSON.stringify(elements.find((element) => element.name === name)?.ladder);
  expect(ladderOf(part, 'Coat')).toBe(ladderOf(before, 'Coat'));
  expect(ladderOf(part, 'Scarf')).toBe(ladderOf(before, 'Scarf'));
  expect(ladderOf(part, 'Cap')).not.toBe(ladderOf(before, 'Cap'));
  // Whole, by keys: one step of undo takes all of it back.
  await cards.nth(1).getByRole('button', { name: 'Take it whole' }).focus();
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => {
      const ladders = (await keptElements(page)).flatMap(({ ladder }) =>
        ladder ? [ladder.rungs.map(({ markerId }) => markerId).join(' ')] : [],
      );
      // A small element has a part of a ladder that lies out for a larger one.
      return new Set(ladders.filter((own) => !ladders.some((other) => other !== own && other.includes(own)))).size;
    })
    .toBeLessThanOrEqual(4);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => keptElements(page)).toEqual(part);

  // Held to some markers: what is in use outside is named, and suggestions keep to it.
  await page.getByRole('button', { name: 'Only some markers' }).click();
  await page.getByLabel('Only these codes').fill('88d.fern 62d.fern 36d.fern 88b.rose 62b.rose 36b.rose');
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(page.getByText('Held to 6 markers')).toBeVisible();
  await expect(page.getByText(/^▲ In use, but not among them:/)).toBeVisible();
  expect((await kept(page)).onlyMarkers).toHaveLength(6);
  await step(page, 'Ladders');
  await column(page, 'Coat').click();
  for (const name of await page.getByRole('region', { name: 'For Coat' }).getByRole('button', { name: /^Give/ }).all()) {
    await expect(name).toHaveAccessibleName(/fern|rose/);
  }
  await page.reload();
  await step(page, 'Palette');
  await page.getByRole('button', { name: 'Open the whole rack' }).click();
  await expect(page.getByText('The whole rack is open')).toBeVisible();
  expect((await kept(page)).onlyMarkers).toBeUndefined();
});

test('repeats are shared out: evenly, no two near each other alike, some by hand, another arrangement by a key, one undo', async ({
  page,
  shared,
}) => {
  await open(page, shared.address, bunting);
  const before = await keptElements(page);
  await step(page, 'Repeats');
  const sources = page.getByRole('group', { name: 'What is shared out' });
  for (const name of ['Rose flags', 'Gold flags', 'Lake flags', 'Fern flags'])
    await sources.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  for (const code of ['88b.rose', '88b.gold', '88k.lake']) await page.getByRole('button', { name: new RegExp(`^Ladder ${code}`) }).click();
  await page.getByLabel('Another ladder by its codes').fill('88d.fern 62d.fern 36d.fern');
  await page.getByRole('button', { name: 'Add it' }).click();
  const told = page.locator('[data-shared]');
  await expect(told).toContainText('14 areas, 0 pairs side by side, none alike');
  const slider = page.getByRole('slider', { name: 'Side by side is' });
  await slider.focus();
  for (let press = 0; press < 24; press++) await page.keyboard.press('ArrowRight');
  await expect(page.getByText('nearer than 12 mm')).toBeVisible();
  await expect(told).not.toContainText(' 0 pairs');
  const counts = async () => ((await told.getAttribute('data-shared')) ?? '').split(' ').map(Number).sort();
  expect(await counts()).toEqual([3, 3, 4, 4]);
  await expectNoAxeFindings(page);
  const tags = page.getByRole('list', { name: 'Ladders of the repeats' }).getByRole('listitem');
  await expect(tags).toHaveCount(14);
  const first = (await tags.allTextContents()).join('');

  // Another one by the key, from the picture; the first seed gives the first one again.
  await page.getByRole('application').focus();
  await page.keyboard.press('r');
  await expect(told).toHaveAttribute('data-seed', '2');
  await expect.poll(async () => (await tags.allTextContents()).join('')).not.toBe(first);

  // By hand: a tap keeps what is there, another gives the next ladder; it is met, and the counts stay even.
  const flag = [0.11, 0.31] as const;
  await tap(page, flag);
  await expect(page.getByText(/gets ladder \d by your hand/)).toBeVisible();
  await tap(page, flag);
  await expect(page.getByText(/1 by your hand/)).toBeVisible();
  await expect.poll(counts).toEqual([3, 3, 4, 4]);

  // By keys alone: the walk stands on a flag, Enter gives it a ladder by hand, and Enter as often as there are ladders frees it again.
  await page.getByRole('application').focus();
  for (let press = 0; press < 40; press++) {
    await page.keyboard.press('ArrowRight');
    if ((await page.getByText(/^Area \d+ of \d+, .* flags$/).count()) > 0) break;
  }
  await page.keyboard.press('Enter');
  await expect(page.getByText(/gets ladder \d by your hand|is free again/)).toBeVisible();
  await expect.poll(counts).toEqual([3, 3, 4, 4]);

  await page.getByRole('button', { name: 'Share out', exact: true }).click();
  await expect(said(page)).toHaveText('14 areas shared out among 4 ladders.');
  const after = await keptElements(page);
  expect(after).toHaveLength(4);
  expect(after.map(({ regionIds }) => regionIds.length).sort()).toEqual([3, 3, 4, 4]);
  expect(after.flatMap(({ regionIds }) => regionIds).sort()).toEqual(before.flatMap(({ regionIds }) => regionIds).sort());
  expect(new Set(after.map(({ ladder }) => ladder?.rungs[0]?.code)).size).toBe(4);
  await page.reload();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => keptElements(page)).toEqual(before);

  // Why not, where it cannot be: one ladder for what lies side by side.
  await step(page, 'Repeats');
  await sources.getByRole('button', { name: /^Rose flags/ }).click();
  await sources.getByRole('button', { name: /^Gold flags/ }).click();
  await page.getByRole('button', { name: /^Ladder 88b.rose/ }).click();
  await slider.focus();
  for (let press = 0; press < 24; press++) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('alert')).toHaveText(/^Areas \d+ and \d+ lie side by side: one ladder is not enough\.$/);
});

test('loose pieces lie in a row without two alike side by side, and are kept with the make', async ({ page, piloting }) => {
  await open(page, piloting.address);
  await step(page, 'Repeats');
  for (const code of ['88b.clay', '88b.gold', '88b.rose', '88k.lake, 62k'])
    await page
      .getByRole('button', { name: new RegExp(`^Ladder ${code}`) })
      .first()
      .click();
  await page.getByRole('button', { name: 'Lay 9 in 4 colourways' }).click();
  const row = page.getByRole('list', { name: 'Row of Flowers' }).getByRole('listitem');
  await expect(row).toHaveCount(9);
  const kinds = async () => (await row.allTextContents()).map(Number);
  const check = (own: number[]) => {
    for (const [place, kind] of own.slice(1).entries()) expect(kind).not.toBe(own[place]);
    expect([1, 2, 3, 4].map((kind) => own.filter((one) => one === kind).length).sort()).toEqual([2, 2, 2, 3]);
  };
  const first = await kinds();
  check(first);
  await page.getByRole('button', { name: 'Another row' }).click();
  await expect.poll(async () => (await kinds()).join()).not.toBe(first.join());
  const second = await kinds();
  check(second);
  await expectAllKept(page);
  await page.reload();
  await step(page, 'Repeats');
  await expect(row).toHaveCount(9);
  expect(await kinds()).toEqual(second);
  await page.getByRole('button', { name: 'Take Flowers away' }).click();
  await expect(row).toHaveCount(0);
  expect((await kept(page)).pieceRows).toBeUndefined();
});

test('what I own instead: a dead marker is substituted in the middle of the work, ladders are translated into another line', async ({
  page,
  piloting,
}) => {
  await open(page, piloting.address);
  await column(page, 'Scarf').click();
  await rung(page, '62b.rose').click();
  const bar = page.getByRole('region', { name: 'The rung 62b.rose of Scarf' });
  await expect(bar).toContainText('If it is dead:');
  await bar.getByRole('button', { name: 'Substitute now (in Scarf, Inner ears)' }).click();
  await expect.poll(() => codesOf(page, 'Scarf')).toMatch(/^88b\.rose .+ 36b\.rose$/);
  expect(await codesOf(page, 'Scarf')).not.toContain('62b.rose');
  expect(await codesOf(page, 'Inner ears')).not.toContain('62b.rose');

  await step(page, 'Instead');
  await expect(page.getByText(/^Every marker of these ladders is in your rack and fit to use\./)).toBeVisible();
  await page
    .getByRole('group', { name: 'Into' })
    .getByRole('button', { name: /^Quayside/ })
    .click();
  const cap = page.locator('[data-instead="Cap"]');
  await expect(cap.getByRole('row')).toHaveCount(3);
  await expect(cap).toContainText(/Difference in all [\d.]+; marker by marker it could be [\d.]+/);
  await expect(page.locator('[data-instead="Goggle rims"]')).toContainText('nothing comes close');
  await expect(page.locator('[data-instead="Goggle rims"]')).toContainText(/Nearest to 62b\.gold worth buying/);
  await expectNoAxeFindings(page);
  // Walked to by keys it is shown, and nothing is kept.
  const before = { painted: await painted(page), codes: await codesOf(page, 'Cap') };
  await cap.getByRole('button', { name: 'Take it' }).focus();
  await expect.poll(() => painted(page)).not.toBe(before.painted);
  expect(await codesOf(page, 'Cap')).toBe(before.codes);
  await cap.getByRole('button', { name: 'Take it' }).click();
  await expect.poll(() => codesOf(page, 'Cap')).toBe('dawn Cork noon Cork dusk Cork');
  await expect(cap).toHaveCount(0);
  await page.getByRole('button', { name: /^Take all \d+/ }).focus();
  await page.keyboard.press('Enter');
  await expect
    .poll(async () =>
      (await keptElements(page)).flatMap(({ ladder }) => ladder?.rungs ?? []).every(({ markerId }) => markerId.startsWith('quayside')),
    )
    .toBe(true);
});

test('a recipe from elsewhere, saved as a file, is translated into what the maker owns; a file that is none says so', async ({
  page,
  piloting,
}) => {
  await open(page, piloting.address);
  await step(page, 'Kept');
  const colour = (L: number, a: number, b: number) => ({ lab: { L, a, b }, source: 'measured' });
  const rung = (code: string, role: string, lab: ReturnType<typeof colour>) => ({
    markerId: `far-${code}`,
    code,
    role,
    share: 0.5,
    colour: lab,
  });
  const recipe = {
    format: 'aquachrome-recipe',
    version: 2,
    make: 'Found elsewhere',
    picture: { name: 'Fox', widthMm: 50, heightMm: 60 },
    lamp: { kind: 'distant', azimuthDeg: 315, heightDeg: 40 },
    school: 'wetBaseDarkToLight',
    elements: [
      {
        name: 'scarf',
        areaMm2: 90,
        ladder: [rung('X1', 'base', colour(88, -16, 27)), rung('X2', 'shadow', colour(50, -28, 27))],
        marks: [],
      },
      { name: 'Brush', areaMm2: 90, ladder: [rung('Y1', 'base', colour(84, 4, 60)), rung('Y2', 'shadow', colour(70, 20, 62))], marks: [] },
    ],
  };
  const input = page.getByLabel('A recipe from a file', { exact: true }).and(page.locator('input'));
  await input.setInputFiles({ name: 'fox.json', mimeType: 'application/json', buffer: Buffer.from('{"format": "other"}') });
  await expect(page.getByRole('alert')).toContainText('The file is not a recipe saved by Aquachrome.');
  await input.setInputFiles({ name: 'fox.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(recipe)) });
  const scarf = page.locator('[data-lay="Scarf"]');
  await expect(scarf).toHaveAttribute('data-from', 'scarf');
  await scarf.getByRole('button', { name: /^translated/ }).click();
  await expect(scarf).toContainText(/X1.*→.*fern/);
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Lay it on Scarf' }).click();
  await expect.poll(() => codesOf(page, 'Scarf')).toMatch(/^\S+\.fern \S+\.fern$/);
  // What has no element of its name is taken in hand.
  await page.locator('[data-left-over="Brush"]').getByRole('button', { name: 'Take it in hand' }).click();
  await expect(page.getByText(/is in hand: tap where it goes/)).toBeVisible();
  await column(page, 'Trousers').press('Enter');
  await expect.poll(() => codesOf(page, 'Trousers')).toMatch(/gold/);
});

test('the pull list stands in the order of use, with warnings, and prints on half a sheet; the glance tells shares', async ({
  page,
  piloting,
}) => {
  await open(page, piloting.address);
  await give(page, 'Trousers', '79d.clay 53d.clay');
  await give(page, 'Belt', '79m.lake 53m.lake');
  await step(page, 'Pull');
  const list = page.getByRole('list', { name: 'Markers to pull' });
  const codes = async () => (await list.getByRole('listitem').allTextContents()).map((text) => text.match(/\d\d[a-z]?\.[a-z]+/)?.[0]);
  const own = await codes();
  expect(own.length).toBeGreaterThan(15);
  // The order of use is that of the recipe's marks.
  const recipe = await page.evaluate(() => [...document.querySelectorAll('[aria-label="Markers to pull"] li')].length);
  expect(recipe).toBe(own.length);
  expect(own.indexOf('88b.gold')).toBeLessThan(own.indexOf('19m.bark'));
  const minds = page.getByRole('list', { name: 'Before you pick them up' });
  await expect(minds).toContainText(/53m\.lake.*Dry/);
  await expect(minds).toContainText(/clay.*caps mislead/i);
  const glance = page.getByRole('region', { name: 'At a glance' });
  await expect(glance.getByRole('img')).toHaveAccessibleName(/^Shares by lightness, light to dark: .*\d+ %, [\d.]+ cm²/);
  await expect(glance).toContainText(/^At a glance.*From L\* \d+ down to \d+\. .+ stands out most/);
  await expectNoAxeFindings(page);

  const [sheet] = await Promise.all([page.waitForEvent('popup'), page.getByRole('link', { name: /^Print it/ }).click()]);
  const half = sheet.locator('[data-half-sheet]');
  await expect(half.getByRole('listitem').first()).toBeVisible();
  await expectNoAxeFindings(sheet);
  // Half of Letter, less the margins: 124 mm at 96 px an inch.
  const box = await half.boundingBox();
  expect(box?.height).toBeLessThanOrEqual((124 / 25.4) * 96 + 1);
  const pdf = (await sheet.pdf({ format: 'Letter' })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
  await sheet.close();
});

test('beside few markers the half sheet shows the lit picture, and is half a sheet still', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-parcel/pull-list`);
  const half = page.locator('[data-half-sheet]');
  await expect(half.locator('[data-half-lit] [data-thumbnail="colours"]')).toBeVisible();
  const box = await half.boundingBox();
  expect(box?.height).toBeLessThanOrEqual((124 / 25.4) * 96 + 1);
  await expectNoAxeFindings(page);
});

test('a ladder by place lies from the edge to the middle, and the recipe says so', async ({ page, piloting }) => {
  await open(page, piloting.address);
  await give(page, 'Letter', '88b.gold 62b.rose 36b.gold');
  const middle = [0.82, 0.3] as const;
  await page.getByRole('button', { name: 'Order it by place, edge to middle' }).click();
  const order = page.getByRole('list', { name: 'From the edge to the middle' }).getByRole('listitem');
  await expect(order).toHaveText([/88b\.gold/, /62b\.rose/, /36b\.gold/]);
  await page.getByRole('button', { name: '36b.gold nearer to the edge' }).click();
  await expect(order).toHaveText([/88b\.gold/, /36b\.gold/, /62b\.rose/]);
  await expect.poll(async () => (await keptElements(page)).find(({ name }) => name === 'Letter')?.ladder?.order).toBe('place');
  await expect.poll(async () => (await colourAt(page, middle)).join()).not.toBe('255,255,255');
  await goTo(page, 'Recipe');
  const letter = page.locator('[data-element="Letter"]');
  await expect(letter).toContainText(/62b\.rose( \(fine nib\))? in the middle/);
  await expect(letter.getByText('along the edge').first()).toBeVisible();
  await expect(letter).toContainText('Hues laid over each other');
  await expect(letter.getByRole('listitem').last()).toContainText(/62b\.rose( \(fine nib\))? all over, .*: unite the hues/);
  await expectAllKept(page);
});
