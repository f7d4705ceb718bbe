import type { Page } from '@playwright/test';
import { Client } from 'pg';
import type { KeptMake } from '#model/api/makes';
import { colouredPicture } from '#core/make/coloured';
import { expect, expectAllKept, expectNoAxeFindings, inEvaluation, test } from './application';
import { madeUpRecipe, madeUpRecipeElement } from '../made-up-recipe';
import { expectBandsShown, painted } from './picture';

const pilot = '/makes/make-balloon-post-pilot';
const watch = '/makes/make-balloon-post-watch';

const keptMake = async (address: string, make: string): Promise<KeptMake> =>
  (await fetch(`${address}/api${make}`)).json() as Promise<KeptMake>;

/** Holds a key down: so many repeats, then lets it go. */
async function hold(page: Page, key: string, repeats: number): Promise<void> {
  for (let repeat = 0; repeat < repeats; repeat++) await page.keyboard.down(key);
  await page.keyboard.up(key);
}

/** Counts the edits that are sent. */
function countBatches(page: Page): () => number {
  let count = 0;
  page.on('request', (request) => {
    if (request.url().endsWith('/batches')) count++;
  });
  return () => count;
}

test('a key held down on the lamp, a slider or a share is one step and one send, and pushes out no undo of other things', async ({
  page,
  watching,
}) => {
  await page.goto(`${watching.address}${watch}#light`);
  await expectBandsShown(page);
  const before = await keptMake(watching.address, watch);
  const sent = countBatches(page);
  const lamp = page.getByRole('slider', { name: 'Lamp' });
  await lamp.focus();
  await hold(page, 'ArrowRight', 220);
  await expectAllKept(page);
  await page.getByRole('slider', { name: 'Light from all round' }).focus();
  await hold(page, 'ArrowRight', 9);
  await expectAllKept(page);
  expect(sent(), 'one send each').toBe(2);
  const after = await keptMake(watching.address, watch);
  expect(after.steps.undo).toHaveLength(before.steps.undo.length + 2);
  // However long it is held, the lamp goes as far as by hand, and nothing of it is refused.
  const moved = after.document.lamp;
  if (moved.kind !== 'near') throw new Error('another lamp');
  expect(moved.xMm).toBeLessThan(200);
  await expect(page.locator('[data-set-aside]')).toHaveCount(0);
  for (let undo = 0; undo < 2; undo++) await page.getByRole('button', { name: 'Undo' }).click();
  await expectAllKept(page);
  expect((await keptMake(watching.address, watch)).document.lamp).toEqual(before.document.lamp);
});

test('a worker that dies is started again by itself; one that cannot be loaded is said, and offered again', async ({ page, piloting }) => {
  await page.goto(`${piloting.address}${pilot}#light`);
  await expectBandsShown(page);
  const scene = () => page.workers().find((worker) => worker.url().includes('scene.worker'));
  const before = await painted(page);
  // It closes itself: the browser tells nobody.
  await scene()?.evaluate(() => self.close());
  await page.getByRole('slider', { name: 'Lamp' }).press('ArrowRight');
  await expect.poll(() => painted(page)).not.toBe(before);
  await expect(page.getByText('has stopped, or could not be loaded')).toHaveCount(0);

  // As after an update: its file is no longer there.
  await page.route('**/scene.worker*', (route) => route.abort());
  await page.goto(`${piloting.address}${pilot}#elements`);
  await page.goto(`${piloting.address}${pilot}#groups`);
  await page.reload();
  const said = page.getByRole('alert').filter({ hasText: 'What computes the light has stopped, or could not be loaded.' });
  await expect(said).toBeVisible();
  await expectNoAxeFindings(page);
  await page.unroute('**/scene.worker*');
  await said.getByRole('button', { name: 'Start it again' }).click();
  await expectBandsShown(page);
  await expect(said).toHaveCount(0);
});

inEvaluation(
  'a recipe of hundreds of elements is translated while the page goes on, can be stopped, and odd ladders are set aside',
  async ({ page, piloting }) => {
    await page.goto(`${piloting.address}${pilot}#groups`);
    await expectBandsShown(page);
    await page.getByRole('tab', { name: 'Kept' }).click();
    const file = (elements: object[]) => ({
      name: 'large.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(madeUpRecipe(elements))),
    });
    const input = page.getByLabel('A recipe from a file', { exact: true }).and(page.locator('input'));
    await input.setInputFiles(file([...[0, 4, 7, 40].map((rungs) => madeUpRecipeElement(`Of ${rungs}`, rungs))]));
    await expect(page.locator('[data-left-over="Of 4"]')).toBeVisible();
    await expect(page.getByText('Of 7: a ladder of 7 markers; one to six make one.')).toBeVisible();
    await expect(page.getByText('Of 40: a ladder of 40 markers')).toBeVisible();
    await expect(page.getByRole('tab', { name: 'Kept' }), 'the station still stands').toBeVisible();
    await expectNoAxeFindings(page);

    await input.setInputFiles(file(Array.from({ length: 2_000 }, (_, i) => madeUpRecipeElement(`E${i}`, 6))));
    await expect(page.getByRole('progressbar', { name: 'Translating the ladders' })).toBeVisible();
    // The page goes on: a frame is drawn while the worker reckons.
    expect(await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => resolve('drawn'))))).toBe('drawn');
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(page.getByRole('progressbar', { name: 'Translating the ladders' })).toHaveCount(0);
    await expect(page.locator('[data-left-over]')).toHaveCount(0);
    await input.setInputFiles(file(Array.from({ length: 2_001 }, (_, i) => madeUpRecipeElement(`E${i}`, 2))));
    await expect(page.getByText('The recipe has 2,001 elements; 2,000 fit.')).toBeVisible();
    await input.setInputFiles(file(Array.from({ length: 300 }, (_, i) => madeUpRecipeElement(`E${i}`, 3))));
    await expect(page.locator('[data-left-over="E0"]')).toBeVisible();
    await page.getByRole('button', { name: /^Show 40 more/ }).click();
    await expect(page.locator('[data-left-over]')).toHaveCount(80);
  },
);

test('lists beyond all measure are told of at once', async ({ page, shared }) => {
  await page.goto(`${shared.address}/rack`);
  await page.getByRole('button', { name: 'In and out' }).click();
  const file = page.getByLabel('From a file', { exact: true }).and(page.locator('input'));
  await file.setInputFiles({ name: 'wide.csv', mimeType: 'text/csv', buffer: Buffer.from(`${'a,'.repeat(1_000_000)}b\n1,2`) });
  await expect(page.getByRole('alert')).toHaveText(/1,000,001 columns; 100 fit.*Nothing was changed/);
  await page.getByLabel('Paste codes').fill('62 '.repeat(100_000));
  await page.getByRole('button', { name: 'Look at the list' }).click();
  await expect(page.getByRole('alert')).toHaveText(/25,000 entries; 20,000 fit/);
});

test('an answer that nobody foresaw sets nothing aside: the edit waits and is kept when it passes', async ({ page, piloting }) => {
  await page.goto(`${piloting.address}${pilot}#elements`);
  const first = page.locator('[aria-label="Name of the element"]').first();
  await expect(first).toHaveValue('Cap');
  let left = 3;
  await page.route('**/batches', (route) =>
    left-- > 0
      ? route.fulfill({
          status: 500,
          json: { code: 'unforeseen', message: 'Something went wrong that was not foreseen.', remedy: 'Try once more.' },
        })
      : route.continue(),
  );
  await first.fill('Flying cap');
  await first.press('Enter');
  await expect(page.locator('[data-keep]')).toHaveAttribute('data-keep', 'waiting');
  await expectAllKept(page);
  expect(left).toBeLessThan(0);
  await expect(page.getByText(/set aside/)).toHaveCount(0);
  expect((await keptMake(piloting.address, pilot)).document.pictures[0]?.elements[0]?.name).toBe('Flying cap');
});

test('a make that cannot be read hides no other on the table, and is told of in words', async ({ page, piloting }) => {
  const client = new Client({ connectionString: piloting.databaseUrl });
  await client.connect();
  await client.query(
    `INSERT INTO makes (id, revision, head, summary, created_at, updated_at) VALUES ('odd', 1, '{"schema": 3}', '{"name": "The odd one", "pictures": 7}', now(), now())`,
  );
  await page.goto(piloting.address);
  await expect(page.getByRole('link', { name: 'Open The badger pilot' }).or(page.getByRole('heading', { level: 2 }).first())).toBeVisible();
  await expect(page.locator('[data-unreadable="odd"]')).toContainText('The odd one: This make is kept, and cannot be read');
  await expectNoAxeFindings(page);
  await page.goto(`${piloting.address}/makes/odd`);
  await expect(page.getByRole('alert')).toContainText('This make is kept, and cannot be read');
  await client.end();
});

test('two windows that differ in the light of an element are told so; without the server a choice waits, and says so', async ({
  page,
  piloting,
}) => {
  await page.goto(`${piloting.address}${pilot}#elements`);
  await expect(page.locator('[aria-label="Name of the element"]').first()).toHaveValue('Cap');
  const kept = await keptMake(piloting.address, pilot);
  const [picture] = kept.document.pictures;
  const [cap] = picture?.elements ?? [];
  const operations = [{ kind: 'patch', entity: 'element', pictureId: picture?.id, id: cap?.id, fields: { light: { shade: 'darker' } } }];
  const answer = await fetch(`${piloting.address}/api${pilot}/batches`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: piloting.address },
    body: JSON.stringify({ schema: 3, batchId: 'theirs', baseRevision: kept.revision, operations, epoch: kept.epoch }),
  });
  expect(answer.status).toBe(200);
  await page.locator('[aria-label="Name of the element"]').first().fill('Flying cap');
  await page.locator('[aria-label="Name of the element"]').first().press('Enter');
  const dialog = page.getByRole('alertdialog');
  await expect(dialog.getByRole('row', { name: /Element .*, light/ })).toContainText(/darker.*as usual/);
  await expect(dialog.getByRole('row', { name: /Element .*, name/ })).toContainText(/Cap.*Flying cap/);
  await expectNoAxeFindings(page);
  await piloting.stopServer('SIGKILL');
  await dialog.getByRole('button', { name: 'Lay my changes on top of it' }).click();
  await expect(dialog.getByRole('status')).toContainText('Your choice waits');
  await piloting.startServer();
  await expect(dialog).toHaveCount(0);
  await expectAllKept(page);
  const [first] = (await keptMake(piloting.address, pilot)).document.pictures;
  const [now] = first ? colouredPicture(first).elements : [];
  expect(now).toMatchObject({ name: 'Flying cap', light: { shade: 'darker' } });
});
