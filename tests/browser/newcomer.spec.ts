import type { Locator, Page } from '@playwright/test';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { gardenElements, gardenSvg } from './garden-drawing';
import { kept } from './kept';
import { expectBandsShown, goTo, paper, sweep } from './picture';
import { printedText } from './printed';

/** Counts what a hand does: a press, a drag, a drop, a field that is filled. A name and its Enter are one. */
function counting() {
  let count = 0;
  return {
    act: async <T>(done: Promise<T>): Promise<T> => {
      count++;
      return done;
    },
    count: () => count,
  };
}

const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click();

async function startGarden(page: Page, address: string, { act }: ReturnType<typeof counting>): Promise<void> {
  await page.goto(`${address}/makes/new`);
  const file = { name: 'garden.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(gardenSvg) };
  await act(page.locator('input[type="file"]').first().setInputFiles(file));
  await expect(page.getByRole('img', { name: 'Preview of garden.svg' })).toBeVisible();
  await act(page.getByLabel('How wide is it on paper?').fill('90 mm'));
  await act(press(page, 'Start this make'));
  await act(page.getByRole('button', { name: 'Gather the elements' }).click({ timeout: 60_000 }));
  await expect(page.getByText('58 areas still white')).toBeVisible();
}

/** From elements to a printed recipe. */
async function colourAndPrint(page: Page, { act }: ReturnType<typeof counting>): Promise<void> {
  await act(goTo(page, 'Groups'));
  await act(page.getByRole('tab', { name: /^Palette/ }).click());
  await act(press(page, 'Propose palettes'));
  await act(press(page, 'Take it whole'));
  await act(goTo(page, 'Light'));
  await expectBandsShown(page);
  await act(goTo(page, 'Recipe'));
  await act(page.getByRole('button', { name: 'Print it' }).click());
  // A press opens the PDF, which the browser prints: one act more.
  let text = '';
  await act(
    printedText(page).then((own) => {
      text = own;
    }),
  );
  await act(Promise.resolve());
  expect(text).toContain('garden');
}

test('a newcomer comes from a drawing to a printed recipe of ten named elements in at most 34 acts', async ({ page, shared }) => {
  const acts = counting();
  await startGarden(page, shared.address, acts);
  for (const { name, way } of gardenElements) {
    await acts.act(sweep(page, way));
    await expect(page.locator('[data-held]').getByLabel('Name of the element')).toBeFocused();
    await acts.act(page.keyboard.type(name).then(() => page.keyboard.press('Enter')));
    await expect(page.locator('[data-held]')).toHaveCount(0);
  }
  await expect(page.getByText('Every area found has its element')).toBeVisible();
  const { pictures } = await kept(page);
  expect(pictures[0]?.elements.map(({ name, regionIds }) => ({ name, areas: regionIds.length }))).toEqual(
    gardenElements.map(({ name, areas }) => ({ name, areas })),
  );
  await expectNoAxeFindings(page);
  await colourAndPrint(page, acts);
  await expectAllKept(page);
  console.log(`From a drawing to a printed recipe, ten elements named: ${acts.count()} acts.`);
  expect(acts.count()).toBeLessThanOrEqual(34);
});

test('with what is proposed it takes at most 24 acts: what looks alike is shown, and taken at once', async ({ page, shared }) => {
  const acts = counting();
  await startGarden(page, shared.address, acts);
  const proposed = page.getByRole('region', { name: 'Look alike' });
  const stars = proposed.getByRole('button', { name: 'Take these 10' });
  await stars.hover();
  await expectNoAxeFindings(page);
  // One with its name.
  await acts.act(stars.click());
  await acts.act(page.keyboard.type('Stars').then(() => page.keyboard.press('Enter')));
  await expect(page.getByText('48 areas still white')).toBeVisible();
  // The rest at once.
  await acts.act(proposed.getByRole('button', { name: /^Take all \d+ as elements$/ }).click());
  await expect(proposed).toHaveCount(0);
  const { pictures } = await kept(page);
  const [first, ...others] = pictures[0]?.elements ?? [];
  expect(first).toMatchObject({ name: 'Stars' });
  expect(first?.regionIds).toHaveLength(10);
  expect(others.length).toBeGreaterThanOrEqual(6);
  expect(others.every(({ regionIds }) => regionIds.length > 1)).toBe(true);
  await colourAndPrint(page, acts);
  console.log(`The same with proposed elements: ${acts.count()} acts.`);
  expect(acts.count()).toBeLessThanOrEqual(24);
});

/** Presses Tab until something has the keyboard: one group of keys. */
async function tabTo(page: Page, target: Locator, { act }: ReturnType<typeof counting>): Promise<void> {
  const isThere = () => target.evaluate((element) => element === document.activeElement);
  await expect(target).toBeVisible({ timeout: 60_000 });
  await act(
    (async () => {
      for (let press = 0; press < 250 && !(await isThere()); press++) await page.keyboard.press('Tab');
      expect(await isThere(), 'Tab comes to it').toBe(true);
    })(),
  );
}

test('by keys alone it takes at most 60 groups of keys: a word, a run of Tab, an Enter', async ({ page, shared }) => {
  const groups = counting();
  const { act } = groups;
  const press = async (target: Locator) => {
    await tabTo(page, target, groups);
    await act(page.keyboard.press('Enter'));
  };
  await page.goto(`${shared.address}/makes/new`);
  await act(
    page
      .locator('input[type="file"]')
      .first()
      .setInputFiles({ name: 'garden.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(gardenSvg) }),
  );
  await expect(page.getByRole('img', { name: 'Preview of garden.svg' })).toBeVisible();
  await tabTo(page, page.getByLabel('How wide is it on paper?'), groups);
  await act(page.keyboard.type('90 mm'));
  await press(page.getByRole('button', { name: 'Start this make' }));
  await press(page.getByRole('button', { name: 'Gather the elements' }));
  const proposed = page.getByRole('region', { name: 'Look alike' });
  const all = proposed.getByRole('button', { name: /^Take all \d+ as elements$/ });
  await press(all);
  // Each waits for its name in turn; what was not proposed stays white.
  const held = page.locator('[data-held]');
  let named = 0;
  for (const { name } of gardenElements) {
    if ((await held.count()) === 0) break;
    await expect(held.getByLabel('Name of the element')).toHaveValue(/^Element \d+$/);
    await act(page.keyboard.type(name));
    await act(page.keyboard.press('Enter'));
    await expect(page.getByRole('button', { name: `Take ${name} in hand`, exact: true })).toHaveAttribute('aria-pressed', 'false');
    named++;
  }
  expect(named).toBeGreaterThanOrEqual(7);
  await press(page.getByRole('navigation', { name: 'Workline' }).getByRole('link', { name: /^Groups/ }));
  // Tabs are one stop: arrows go from one to the next.
  const palette = page.getByRole('tab', { name: /^Palette/ });
  await tabTo(page, page.getByRole('tab', { selected: true }), groups);
  const isThere = () => palette.evaluate((element) => element === document.activeElement);
  await act(
    (async () => {
      for (let step = 0; step < 8 && !(await isThere()); step++) await page.keyboard.press('ArrowRight');
    })(),
  );
  await act(page.keyboard.press('Enter'));
  await press(page.getByRole('button', { name: 'Propose palettes' }));
  await press(page.getByRole('button', { name: 'Take it whole' }).first());
  await press(page.getByRole('navigation', { name: 'Workline' }).getByRole('link', { name: /^Recipe/ }));
  await expect(page.locator('[data-element]')).toHaveCount(named);
  await press(page.getByRole('button', { name: 'Print it' }));
  await expect(page.getByRole('link', { name: 'Open the PDF' })).toBeVisible({ timeout: 60_000 });
  const opened = page.waitForEvent('popup');
  await press(page.getByRole('link', { name: 'Open the PDF' }));
  await opened;
  console.log(`The same by keys: ${groups.count()} groups of keys for ${named} elements.`);
  expect(groups.count()).toBeLessThanOrEqual(60);
});

test.describe('under a finger', () => {
  test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } });

  test('the way is as short: at most 34 acts', async ({ page, shared }) => {
    const acts = counting();
    await startGarden(page, shared.address, acts);
    const session = await page.context().newCDPSession(page);
    for (const { name, way } of gardenElements) {
      const box = await paper(page).boundingBox();
      if (!box) throw new Error('no picture');
      const [first, ...rest] = way.map(([x, y]) => ({ x: box.x + x * box.width, y: box.y + y * box.height }));
      if (!first) throw new Error('no way');
      const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', at: { x: number; y: number } | null) =>
        session.send('Input.dispatchTouchEvent', { type, touchPoints: at ? [{ ...at, id: 0 }] : [] });
      const drag = async () => {
        await touch('touchStart', first);
        let from = first;
        for (const to of rest) {
          for (let step = 1; step <= 12; step++)
            await touch('touchMove', { x: from.x + ((to.x - from.x) * step) / 12, y: from.y + ((to.y - from.y) * step) / 12 });
          from = to;
        }
        await touch('touchEnd', null);
      };
      await acts.act(drag());
      const field = page.locator('[data-held]').getByLabel('Name of the element');
      await acts.act(field.fill(name).then(() => field.press('Enter')));
      await expect(page.locator('[data-held]')).toHaveCount(0);
    }
    const { pictures } = await kept(page);
    expect(pictures[0]?.elements.map(({ name, regionIds }) => ({ name, areas: regionIds.length }))).toEqual(
      gardenElements.map(({ name, areas }) => ({ name, areas })),
    );
    await expectNoAxeFindings(page);
    await colourAndPrint(page, acts);
    console.log(`The same under a finger: ${acts.count()} acts.`);
    expect(acts.count()).toBeLessThanOrEqual(34);
  });
});
