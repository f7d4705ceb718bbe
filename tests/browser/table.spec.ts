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
