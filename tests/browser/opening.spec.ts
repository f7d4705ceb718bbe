import { expect, test } from './application';

test('before its program has started a page has its landmark, its heading and a word for those who block scripts', async ({
  browser,
  shared,
}) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  const make = '/makes/make-balloon-post-pilot';
  for (const path of ['/', '/makes/new', '/rack', '/recipes', '/recipes/any', make]) {
    await page.goto(shared.address + path);
    await expect(page.getByRole('main').getByRole('heading', { level: 1 })).toBeVisible();
    // The browser under test parses as if scripts were allowed, so the word is there, but not drawn.
    const word = await page.locator('main noscript').evaluate((element) => element.textContent);
    expect(word).toContain('allow JavaScript for this address');
  }
  await context.close();
});

test('a kept recipe that cannot be fetched says so, and is fetched on "Try again"', async ({ page, shared }) => {
  let away = true;
  await page.route('**/api/recipes?*', (route) => (away ? route.abort() : route.continue()));
  await page.goto(`${shared.address}/recipes`);
  await expect(page.getByRole('alert')).toContainText('does not answer');
  away = false;
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.locator('[data-found]')).not.toHaveAttribute('data-found', 'coming');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.goto(`${shared.address}/recipes/none-of-this-name`);
  await expect(page.getByRole('heading', { name: 'This recipe cannot be shown now' })).toBeVisible();
});
