import { execFileSync } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { recipeFileSchema } from '../../src/model/recipe-file';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';
import { goTo } from './picture';
import { printedFile, printedText } from './printed';

test('a suggestion from the rack is given by a tap', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-lantern#elements`);
  await page.getByRole('button', { name: 'Show the next one' }).click();
  await expect(page.getByRole('application')).toBeFocused();
  await page.keyboard.press('Enter');
  await goTo(page, 'Groups');
  const suggestions = page.getByRole('region', { name: 'For Element 1' });
  await choose(page.getByLabel('Markers in it'), '3');
  await page.getByRole('group', { name: 'Hue' }).getByRole('button', { name: 'violets' }).click();
  const give = suggestions.getByRole('button', { name: /^Give 88k.plum, 62k.plum, 36k.plum to Element 1$/ });
  await give.click();
  await expect(
    page.getByRole('button', { name: /^Element 1/, pressed: true }).getByRole('img', { name: /88k.plum base.*36k.plum shadow/ }),
  ).toBeVisible();
  await expectAllKept(page);
});

test('the recipe prints with its lit picture, codes led to their places, and is saved as a file that holds what the screen shows', async ({
  page,
  shared,
}) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-pilot#recipe`);
  await expect(page.locator('[data-station="recipe"] [data-places="here"]')).toBeVisible();
  await page.getByRole('button', { name: 'Save as …' }).click();
  const file = page.getByRole('button', { name: 'File of ours (JSON)' });
  const [download] = await Promise.all([page.waitForEvent('download'), file.click()]);
  expect(download.suggestedFilename()).toMatch(/^The Balloon Post the pilot, Badger pilot, recipe, \d{4}-\d\d-\d\d\.json$/);
  const { recipe } = recipeFileSchema.parse(JSON.parse(await readFile(await download.path(), 'utf8')));
  const shown = await page.locator('[data-element]').evaluateAll((items) => items.map((item) => item.getAttribute('data-element')));
  expect(recipe.elements.map(({ name }) => name)).toEqual(shown);
  expect(recipe.markers.every(({ lab, source }) => lab && source)).toBe(true);
  expect(recipe.order?.length).toBeGreaterThan(5);

  await page.getByRole('button', { name: 'Print it' }).click();
  await page.getByRole('button', { name: 'A4', exact: true }).click();
  const sheet = await printedFile(page);
  await expectNoAxeFindings(page);
  const text = execFileSync('pdftotext', ['-layout', sheet, '-']).toString();
  for (const name of shown) expect(text).toContain(String(name));
  expect(text).toMatch(/Not in this recipe[\s\S]*22 areas that stay white/);
  // The codes of the scarf stand beside the picture, and again in its ladder.
  expect(text).toMatch(/\d+ Scarf/);
  expect(text.split('36b.rose').length - 1).toBeGreaterThanOrEqual(4);
  const images = execFileSync('pdfimages', ['-list', sheet])
    .toString()
    .split('\n')
    .filter((line) => /\bimage\b/.test(line));
  expect(images.length, 'the picture, and a map of its bands for each ladder of more than one marker').toBeGreaterThanOrEqual(14);
  // Nothing is smaller than 9 pt.
  const sizes = [
    ...execFileSync('pdftotext', ['-bbox', sheet, '-'])
      .toString()
      .matchAll(/yMin="([\d.]+)" xMax="[\d.]+" yMax="([\d.]+)"/g),
  ];
  expect(Math.min(...sizes.map(([, top, foot]) => Number(foot) - Number(top)))).toBeGreaterThanOrEqual(8.9);
  // The other two sheets, on small paper, without colour.
  await page.getByRole('button', { name: 'Scrap strip' }).click();
  await page.getByRole('button', { name: 'A5', exact: true }).click();
  await page.getByRole('button', { name: 'In grey' }).click();
  expect(await printedText(page)).toContain('Try it first: The Balloon Post: the pilot');
  await page.getByRole('button', { name: 'Small card' }).click();
  expect(await printedText(page)).toContain('88b.rose 62b.rose 36b.rose');
});
