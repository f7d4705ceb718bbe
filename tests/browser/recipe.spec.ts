import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { recipeFileSchema } from '../../src/model/recipe-file';
import type { Operation } from '#model/operation';
import { colouredPicture, treat } from '#core/make/coloured';
import { expect, expectAllKept, test } from './application';
import { choose } from './choose';
import { goTo } from './picture';

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
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save as a file' }).click()]);
  expect(download.suggestedFilename()).toBe('Recipe The Balloon Post the pilot.json');
  const file = recipeFileSchema.parse(JSON.parse(await readFile(await download.path(), 'utf8')));
  const shown = await page.locator('[data-element]').evaluateAll((items) => items.map((item) => item.getAttribute('data-element')));
  expect(file.elements.map(({ name }) => name)).toEqual(shown);
  expect(file.elements.every(({ ladder }) => ladder.every(({ colour }) => colour?.source))).toBe(true);

  await page.goto(`${shared.address}/makes/make-balloon-post-pilot/recipe`);
  await expect(page.locator('[data-sheet]')).toContainText('Boots');
  await expect(page.locator('[data-left-white]')).toContainText(/Not in this recipe: .*\d+ areas that stay white/);
  // The picture as it is lit, and each element's codes beside it, led to its place.
  await expect(page.locator('[data-thumbnail="colours"]')).toBeVisible();
  const labels = page.locator('[data-callout]');
  const led = await labels.evaluateAll((items) => items.map((item) => item.getAttribute('data-callout')));
  expect(led.length).toBeGreaterThanOrEqual(15);
  await expect(page.locator('[data-leader]')).toHaveCount(led.length);
  await expect(labels.filter({ hasText: 'Scarf' })).toHaveText(/^\d+ Scarf\s*88b\.rose 62b\.rose 36b\.rose$/);
  const boxes = await labels.evaluateAll((items) => items.map((item) => item.getBoundingClientRect().toJSON() as DOMRect));
  const lit = await page.locator('[data-thumbnail="colours"]').boundingBox();
  for (const [index, one] of boxes.entries()) {
    expect(lit && (one.right <= lit.x + 1 || one.left >= lit.x + lit.width - 1), 'beside the picture').toBe(true);
    for (const other of boxes.slice(index + 1)) {
      expect(one.bottom <= other.top + 1 || other.bottom <= one.top + 1 || one.right <= other.left || other.right <= one.left).toBe(true);
    }
  }
  // At least 9 pt: that is 12 px.
  const sizes = await page
    .locator('[data-sheet] *')
    .evaluateAll((items) =>
      items
        .filter((item) => item.childNodes.length > 0 && item.textContent?.trim() && !item.closest('svg'))
        .map((item) => parseFloat(getComputedStyle(item).fontSize)),
    );
  expect(Math.min(...sizes)).toBeGreaterThanOrEqual(12);
  await expect(page.locator('[data-sheet][data-places="here"]')).toBeVisible();
  await expectAllOnSheet(page);
  // A map of its bands beside each ladder of more than one marker; none runs out of its column.
  const over = await page
    .locator('[data-band-map]')
    .evaluateAll(
      (maps) =>
        maps.filter((map) => map.getBoundingClientRect().right > (map.closest('[data-element]')?.getBoundingClientRect().right ?? 0) + 1)
          .length,
    );
  expect(over).toBe(0);
  expect(await page.locator('[data-band-map]').count()).toBeGreaterThanOrEqual(13);
  for (const format of ['A4', 'Letter']) {
    const pdf = (await page.pdf({ format })).toString('latin1');
    const pages = pdf.match(/\/Type\s*\/Page\b/g)?.length ?? 0;
    expect(pages, format).toBeGreaterThanOrEqual(1);
    expect(pages, format).toBeLessThanOrEqual(Number(await page.locator('[data-sheet]').getAttribute('data-pages')) + 1);
  }
});

/** Every element stands within the sheet: none is cut off below or at its side. */
async function expectAllOnSheet(page: Page): Promise<void> {
  const beyond = await page.locator('[data-sheet]').evaluate((sheet) => {
    const edge = sheet.getBoundingClientRect();
    return [...sheet.querySelectorAll('[data-element]')]
      .filter((one) => one.getBoundingClientRect().bottom > edge.bottom + 1 || one.getBoundingClientRect().right > edge.right + 1)
      .map((one) => one.getAttribute('data-element'));
  });
  expect(beyond).toEqual([]);
}

test('a recipe that is too long for a page takes more of them, and nothing of it is cut off', async ({ page, lonely }) => {
  const make = await (await fetch(`${lonely.address}/api/makes/make-balloon-post-pilot`)).json();
  const [picture] = make.document.pictures;
  const { elements, colouring } = colouredPicture(picture);
  const of = { pictureId: picture.id, colouringId: colouring.id };
  const operations = Array.from({ length: 40 }, (_, index): Operation[] => {
    // On the paper outside: all areas have their element.
    const row = { id: `more-${index}`, name: `Further element ${index + 1}`, regionIds: [], outside: { kind: 'halo' as const, stepMm: 2 } };
    return [{ kind: 'put', entity: 'element', pictureId: picture.id, row }, treat(of, row.id, { ladder: elements[0]?.ladder ?? null })];
  }).flat();
  const answer = await fetch(`${lonely.address}/api/makes/make-balloon-post-pilot/batches`, {
    method: 'POST',
    headers: { origin: lonely.address, 'content-type': 'application/json' },
    body: JSON.stringify({ batchId: 'many-elements', schema: make.document.schema, baseRevision: make.revision, operations }),
  });
  expect(answer.status, await answer.text()).toBe(200);
  await page.goto(`${lonely.address}/makes/make-balloon-post-pilot/recipe`);
  await expect(page.locator('[data-element="Further element 40"]')).toBeVisible();
  await expect(page.locator('[data-sheet]')).not.toHaveAttribute('data-pages', '1');
  await expectAllOnSheet(page);
  const pdf = (await page.pdf({ format: 'A4' })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page\b/g)?.length ?? 0).toBeGreaterThan(1);
});
