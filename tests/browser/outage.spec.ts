import { openDatabase } from '../../src/server/db/database';
import { beginHistory } from '../../src/server/store/installation';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';

const elements = (address: string) => `${address}/makes/make-balloon-post-pilot#elements`;
const nameFields = '[aria-label="Name of the element"]';

test('edits made while the server is away wait in the browser, survive a reload and arrive once', async ({ page, piloting }) => {
  await page.goto(elements(piloting.address));
  const first = page.locator(nameFields).first();
  await expect(first).toHaveValue('Cap');
  await piloting.stopServer('SIGKILL');
  await first.fill('Flying cap');
  await first.press('Enter');
  await expect(page.locator('[data-keep]')).toHaveText(/Kept here, waiting for the server/);
  await page.getByRole('button', { name: 'Remove Belt' }).click();
  await expect(page.getByText(/areas still white$/)).toBeVisible();
  const white = await page.getByText(/areas still white$/).textContent();

  // A reload during the outage: the page itself comes from the same server, so it is loaded again when that is back.
  await page.close();
  await piloting.startServer();
  const again = await page.context().newPage();
  await again.goto(elements(piloting.address));
  await expect(again.locator(nameFields).first()).toHaveValue('Flying cap');
  await expect(again.getByText(/areas still white$/)).toHaveText(white ?? '');
  await expectAllKept(again);
  const kept = await (await fetch(`${piloting.address}/api/makes/make-balloon-post-pilot`)).json();
  expect(kept.document.pictures[0].elements.map(({ name }: { name: string }) => name)).not.toContain('Belt');
  // One batch of the demo and the two edits, none twice.
  expect(kept.revision).toBe(3);
});

test('a reload while the database is away keeps the waiting edits', async ({ page, lonely }) => {
  await page.goto(elements(lonely.address));
  await expect(page.locator(nameFields).first()).toHaveValue('Cap');
  lonely.cluster?.kill();
  await page.locator(nameFields).first().fill('Cap of leather');
  await page.locator(nameFields).first().press('Enter');
  await expect(page.locator('[data-keep]')).toHaveText(/Kept here, waiting/);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'This make cannot be shown now' })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('alert')).toContainText('The database does not answer');
  await lonely.cluster?.restart();
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.locator(nameFields).first()).toHaveValue('Cap of leather');
  await expectAllKept(page);
});

test('two tabs on one make: the later one is shown both versions and nothing is overwritten before it chooses', async ({
  page,
  piloting,
}) => {
  await page.goto(elements(piloting.address));
  const other = await page.context().newPage();
  await other.goto(elements(piloting.address));
  await expect(other.locator(nameFields).first()).toHaveValue('Cap');
  const rename = async (tab: typeof page, name: string) => {
    await tab.locator(nameFields).first().fill(name);
    await tab.locator(nameFields).first().press('Enter');
  };
  await rename(other, 'Cap by the other');
  await expectAllKept(other);
  await rename(page, 'Cap by this');
  const dialog = page.getByRole('alertdialog', { name: 'This make was changed in another window too' });
  await expect(dialog).toBeVisible();
  await expect(dialog.getByRole('row', { name: /Element/ })).toContainText(/name.*Cap by the other.*Cap by this/);
  const kept = async () =>
    (await (await fetch(`${piloting.address}/api/makes/make-balloon-post-pilot`)).json()).document.pictures[0].elements[0].name;
  expect(await kept()).toBe('Cap by the other');
  await dialog.getByRole('button', { name: 'Lay my changes on top of it' }).click();
  await expect(dialog).toBeHidden();
  await expectAllKept(page);
  expect(await kept()).toBe('Cap by this');

  // The other tab is behind now; it gives way.
  await rename(other, 'Cap once more');
  await other.getByRole('alertdialog').getByRole('button', { name: 'Go on with the other window’s' }).click();
  await expect(other.locator(nameFields).first()).toHaveValue('Cap by this');
  await expectAllKept(other);
  expect(await kept()).toBe('Cap by this');
});

test('undo and redo go back and forth over everything done in a visit', async ({ page, piloting }) => {
  await page.goto(elements(piloting.address));
  const first = page.locator(nameFields).first();
  await expect(first).toHaveValue('Cap');
  for (let step = 1; step <= 25; step++) {
    await first.fill(`Cap ${step}`);
    await first.press('Enter');
    await expect(first).toHaveValue(`Cap ${step}`);
  }
  for (let step = 0; step < 25; step++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(first).toHaveValue('Cap');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  for (let step = 0; step < 25; step++) await page.getByRole('button', { name: 'Redo' }).click();
  await expect(first).toHaveValue('Cap 25');
  await expectAllKept(page);
});

test('a picture that could not be fetched is fetched again by a press', async ({ page, shared }) => {
  let away = true;
  await page.route('**/api/blobs/*', (route) => (away ? route.abort() : route.continue()));
  await page.goto(`${shared.address}/makes/make-balloon-post-pilot#elements`);
  const again = page.getByRole('button', { name: 'Fetch the picture again' });
  await expect(again).toBeVisible();
  await again.click();
  await expect(again, 'while the server is away it says so again').toBeVisible();
  away = false;
  await again.click();
  await expect(page.locator('[data-bands] canvas[data-paper]')).toBeVisible();
  await expect(again).toHaveCount(0);
});

test('edits that wait under one address are saved as a file and kept by another', async ({ page, piloting }) => {
  await page.goto(elements(piloting.address));
  const first = page.locator(nameFields).first();
  await expect(first).toHaveValue('Cap');
  // The server is away for this page alone: it stands for one whose port was taken.
  await page.route('**/batches', (route) => route.abort());
  await first.fill('Cap from the old address');
  await first.press('Enter');
  await expect(page.locator('[data-keep]')).toHaveText(/Kept here, waiting/);
  await expectNoAxeFindings(page);
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save as a file' }).click()]);
  const file = await download.path();
  // Another browser, at another address of the same application.
  const elsewhere = await page.context().browser()?.newContext();
  const other = await elsewhere?.newPage();
  if (!elsewhere || !other) throw new Error('no second browser');
  await other.goto(piloting.address.replace('127.0.0.1', 'localhost'));
  await expect(other.getByRole('heading', { name: 'On the table' })).toBeVisible();
  await other
    .getByLabel('Bring in edits that were saved as a file')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{}') });
  await expect(other.getByRole('alert')).toContainText('holds no waiting edits');
  await other.getByLabel('Bring in edits that were saved as a file').setInputFiles(file);
  await expect(other.locator(nameFields).first()).toHaveValue('Cap from the old address');
  await expectAllKept(other);
  const kept = await (await fetch(`${piloting.address}/api/makes/make-balloon-post-pilot`)).json();
  expect(kept.document.pictures[0].elements[0].name).toBe('Cap from the old address');
  await elsewhere.close();
});

test('a page that was open over a restore writes onto no other history before it is told to', async ({ page, piloting }) => {
  await page.goto(elements(piloting.address));
  const first = page.locator(nameFields).first();
  await expect(first).toHaveValue('Cap');
  const rack = await page.context().newPage();
  await rack.goto(`${piloting.address}/rack`);
  await rack.getByRole('button', { name: /^62b.clay/ }).click();
  await expect(rack.getByRole('region', { name: 'Marker 62b.clay' })).toBeVisible();
  // What a restore does: the data begin another history, and the server starts anew.
  await piloting.stopServer();
  const database = openDatabase(piloting.databaseUrl);
  await beginHistory(database);
  await database.sequelize.close();
  await piloting.startServer();

  await first.fill('Cap of before');
  await first.press('Enter');
  const dialog = page.getByRole('alertdialog', { name: 'The data were restored while this window had edits waiting' });
  await expect(dialog).toBeVisible();
  await expectNoAxeFindings(page);
  const kept = async () =>
    (await (await fetch(`${piloting.address}/api/makes/make-balloon-post-pilot`)).json()).document.pictures[0].elements[0].name;
  expect(await kept()).toBe('Cap');
  await dialog.getByRole('button', { name: 'Lay my changes on top of it' }).click();
  await expectAllKept(page);
  expect(await kept()).toBe('Cap of before');

  // The rack's page is told as well, and changes nothing.
  await rack.getByLabel('Wanted', { exact: true }).click();
  await expect(rack.getByRole('alert')).toContainText('restored or reset while this page was open');
});
