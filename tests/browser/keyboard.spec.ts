import { expect, expectAllKept, test } from './application';
import { goTo } from './picture';

test('an element is gathered, let go and brought back by keys alone', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-pilot#elements`);
  const white = page.getByText(/areas still white$/);
  const count = async () => Number.parseInt((await white.textContent()) ?? '', 10);
  await expect(white).toBeVisible();
  const before = await count();
  await expect(page.getByRole('button', { name: 'Show the next one' })).toBeEnabled();
  await page.getByRole('button', { name: 'Show the next one' }).focus();
  await page.keyboard.press('Enter');
  const picture = page.getByRole('application');
  await expect(picture).toBeFocused();
  await page.keyboard.press('Enter');
  await expect.poll(count).toBe(before - 1);
  // It is in hand: another press lets it go.
  await page.keyboard.press('Enter');
  await expect.poll(count).toBe(before);
  await page.keyboard.press('Control+z');
  await expect.poll(count).toBe(before - 1);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(count).toBe(before);
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(/^Area \d+ of \d+, .* cm², /)).toBeVisible();
  await expectAllKept(page);
});

test('a wrong code is named, close misses are offered and taken by a press', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-pilot#groups`);
  await page.getByRole('button', { name: /^Trousers/ }).click();
  const codes = page.getByLabel('Codes, in any order');
  await codes.fill('88d.iris 53d.iris 36d.iris');
  await codes.press('Enter');
  await expect(page.getByRole('alert')).toHaveText('No marker 53d.iris in the rack.');
  await page.getByRole('button', { name: '62d.iris', exact: true }).click();
  await expect(codes).toHaveValue('88d.iris, 62d.iris, 36d.iris');
  await codes.press('Enter');
  await expect(
    page.getByRole('button', { name: /^Trousers/ }).getByRole('img', { name: /^Ladder: 88d.iris base.*62d.iris midtone.*36d.iris shadow/ }),
  ).toBeVisible();
  await goTo(page, 'Recipe');
  await expect(page.locator('[data-element="Trousers"]')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/^Still without a ladder: Trousers/)).toBeVisible();
  await expectAllKept(page);
});
