import type { Page } from '@playwright/test';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { gardenElements, gardenSvg } from './garden-drawing';
import { kept } from './kept';
import { expectBandsShown, goTo, sweep } from './picture';

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
  // It opens as a sheet, which the browser prints: one act more.
  const [sheet] = await Promise.all([page.waitForEvent('popup'), act(page.getByRole('link', { name: 'Print it' }).click())]);
  await expect(sheet.getByRole('heading', { level: 1 })).toContainText('garden');
  await act(sheet.emulateMedia({ media: 'print' }));
  await sheet.close();
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
