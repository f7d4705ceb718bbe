import { expect, expectNoAxeFindings, test } from './application';

test('a make is thrown away only after asking; an empty table says what to do first', async ({ page, lonely }) => {
  await page.goto(lonely.address);
  await expect(page.getByText('Before the next make')).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: /53m.lake dry/ })).toBeVisible();
  const open = page.getByRole('button', { name: 'Throw The Balloon Post: the pilot away' });
  await open.click();
  const dialog = page.getByRole('alertdialog');
  await expect(dialog).toContainText('do not come back');
  await expectNoAxeFindings(page);
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('article')).toHaveCount(1);
  await open.click();
  await dialog.getByRole('button', { name: 'Throw it away' }).click();
  await expect(page.getByText('Nothing on the table yet.')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Bring in a line image' })).toBeVisible();
  await expectNoAxeFindings(page);
  await page.reload();
  await expect(page.getByText('Nothing on the table yet.')).toBeVisible();
});

test('what is kept for good of a make is asked about before the make is thrown away', async ({ page, lonely }) => {
  // No kind is kept yet (tests/server/kept.test.ts has a made-up one): the server's question is put in its mouth.
  const asked: string[] = [];
  await page.route('**/api/makes/make-balloon-post-pilot*', async (route) => {
    if (route.request().method() !== 'DELETE') return route.fallback();
    asked.push(new URL(route.request().url()).search);
    if (asked.length > 1) return route.fulfill({ status: 200, json: {} });
    const problem = {
      code: 'has-kept',
      message: 'Of this make there is kept: 2 versions.',
      remedy: 'Say whether that stays when the make goes.',
    };
    return route.fulfill({ status: 409, json: problem });
  });
  await page.goto(lonely.address);
  await page
    .getByRole('button', { name: /^Throw .* away$/ })
    .first()
    .click();
  const dialog = page.getByRole('alertdialog');
  await dialog.getByRole('button', { name: 'Throw it away' }).click();
  await expect(dialog.getByText('Of this make there is kept: 2 versions.')).toBeVisible();
  await expectNoAxeFindings(page);
  await dialog.getByRole('button', { name: 'Keep that, throw the make away' }).click();
  await expect(dialog).toHaveCount(0);
  expect(asked).toEqual(['', '?kept=keep']);
});
