import { readFile } from 'node:fs/promises';
import { recipeFileSchema } from '../../src/model/recipe-file';
import { expect, expectAllKept, test } from './application';
import { goTo } from './picture';

test('a suggestion from the rack is given by a tap', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-lantern#elements`);
  await page.getByRole('button', { name: 'Show the next one' }).click();
  await expect(page.getByRole('application')).toBeFocused();
  await page.keyboard.press('Enter');
  await goTo(page, 'Groups');
  const suggestions = page.getByRole('region', { name: 'From your rack' });
  await page.getByLabel('Markers in it').selectOption('3');
  const give = suggestions.getByRole('button', { name: /^Give 88k.plum 62k.plum 36k.plum to Element 1$/ });
  await give.click();
  await expect(
    page.getByRole('button', { name: /^Element 1/, pressed: true }).getByRole('img', { name: /88k.plum base.*36k.plum shadow/ }),
  ).toBeVisible();
  // Families already on the table come after those that are free.
  await expect(suggestions.getByRole('button').last()).toHaveAccessibleName(/FERN|GOLD|MIST|RUST/);
  await expectAllKept(page);
});

test('the recipe prints on one page and is saved as a file that holds what the screen shows', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-pilot#recipe`);
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save as a file' }).click()]);
  expect(download.suggestedFilename()).toBe('Recipe The Balloon Post the pilot.json');
  const file = recipeFileSchema.parse(JSON.parse(await readFile(await download.path(), 'utf8')));
  const shown = await page.locator('[data-element]').evaluateAll((items) => items.map((item) => item.getAttribute('data-element')));
  expect(file.elements.map(({ name }) => name)).toEqual(shown);
  expect(file.elements.every(({ ladder }) => ladder.every(({ colour }) => colour?.source))).toBe(true);

  await page.goto(`${shared.address}/makes/make-balloon-post-pilot/recipe`);
  await expect(page.locator('[data-sheet]')).toContainText('Boots');
  await page.waitForTimeout(300);
  for (const format of ['A4', 'Letter']) {
    const pdf = (await page.pdf({ format })).toString('latin1');
    expect(pdf.match(/\/Type\s*\/Page\b/g), format).toHaveLength(1);
  }
});
