import { expect, expectNoAxeFindings, test } from './application';

test('a make is thrown away only after asking; an empty table says what to do first', async ({ page, piloting }) => {
  await page.goto(piloting.address);
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
  // How it goes, in three pictures.
  const first = page.getByRole('region', { name: /Nothing on the table yet/ });
  await expect(first.getByRole('listitem')).toHaveText([/1\. Bring in black lines/, /2\. Draw through/, /3\. Choose markers by code/]);
  await expect(first.locator('svg')).toHaveCount(3);
  await expect(first).toContainText('markers are in the rack');
});

test('with nothing at all the first codes are a press away, and twelve are enough', async ({ page, piloting }) => {
  // As the server answers before there is anything.
  const emptied = (pattern: string | RegExp, empty: object) =>
    page.route(pattern, async (route) => {
      const answer = await route.fetch();
      await route.fulfill({ json: { ...(await answer.json()), ...empty } });
    });
  await emptied(/\/api\/rack(\?|$)/, { lines: [], markers: [], pairNotes: [] });
  await emptied(/\/api\/makes\?/, { makes: [], total: 0 });
  await page.goto(piloting.address);
  const first = page.getByRole('region', { name: /Nothing on the table yet/ });
  await expect(first).toContainText('Twelve are enough for a start.');
  await expectNoAxeFindings(page);
  await first.getByRole('link', { name: 'Type the codes of your markers' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Rack' })).toBeVisible();
  await page.waitForLoadState('networkidle');
});

test('what is kept for good of a make is asked about before the make is thrown away', async ({ page, piloting }) => {
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
  await page.goto(piloting.address);
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
