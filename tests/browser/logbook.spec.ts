import sharp from 'sharp';
import { madeUpEntry, madeUpMark } from '../made-up-session';
import { beginMadeUp, sessionOf } from './along';
import { expect, expectNoAxeFindings, test } from './application';
import { execFileSync } from 'node:child_process';

const tell = async (address: string, id: string, entries: object[]) => {
  const answer = await fetch(`${address}/api/sessions/${id}/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({ entries }),
  });
  expect(answer.status, await answer.text()).toBe(200);
};

test('an empty logbook says how it fills; sittings are found by word, code, tag and how they went, opened, noted, given a photo, printed and saved', async ({
  page,
  piloting,
}) => {
  const { address } = piloting;
  await page.goto(`${address}/logbook`);
  await expect(page.getByText('Nothing is logged yet.')).toBeVisible();
  await expectNoAxeFindings(page);

  const { markers } = await (await fetch(`${address}/api/rack`)).json();
  const owned = markers.filter(({ owned: isOwned }: { owned: boolean }) => isOwned).slice(0, 3) as { id: string; code: string }[];
  const marks = owned.map(({ id, code }, index) =>
    madeUpMark(index + 1, { markerId: id, code, over: `Element ${index + 1}`, blend: 'one' }),
  );
  for (const [index, id] of ['first', 'second'].entries()) {
    await beginMadeUp(address, id, marks);
    const now = Date.now() - 1_000_000;
    await tell(
      address,
      id,
      marks.map((mark, place) => ({ ...madeUpEntry('done', 0, { mark: mark.id }), atMs: now + 12_000 * (place + 1 + index) })),
    );
  }
  await tell(address, 'second', [
    { ...madeUpEntry('slip', 0, { mark: 'm3', cover: 'lift' }), atMs: Date.now() },
    { ...madeUpEntry('end', 0, { happy: 'partly', nextTime: 'a paler cheek' }), atMs: Date.now() },
  ]);

  await page.reload();
  const cards = page.locator('[data-logged]');
  await expect(cards).toHaveCount(2);
  await expect(page.locator('[data-figures]')).toHaveAttribute('data-figures', '2');
  await expectNoAxeFindings(page);
  await page.getByLabel('Find a sitting').fill('paler che');
  await expect(cards).toHaveCount(1);
  await expect(cards).toContainText('Happy in part');
  await page.getByLabel('Find a sitting').fill('');
  await page.getByRole('button', { name: 'With a slip' }).click();
  await expect(cards).toHaveCount(1);
  await page.getByRole('button', { name: 'With a slip' }).click();
  // What is counted is a way into what it counts.
  await page.getByRole('complementary', { name: 'What it comes to' }).getByTitle(`Sittings with ${owned[0]?.code}`).click();
  await expect(page.getByRole('list', { name: 'Asked for' })).toContainText(`code ${owned[0]?.code}`);
  await expect(cards).toHaveCount(2);
  await expect(page.getByText('Ladders I come back to')).toBeVisible();
  const [table] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Save as a table' }).click()]);
  expect(table.suggestedFilename()).toMatch(/^Logbook, sittings, .+\.csv$/);
  const address2 = await page.getByRole('link', { name: 'Save as JSON' }).getAttribute('href');
  const json = await (await fetch(`${address}${address2}`)).json();
  expect(json.sessions).toHaveLength(2);

  // By keys into the second: planned against done.
  await page.locator('[data-logged="second"]').getByRole('link').first().press('Enter');
  await expect(page.locator('[data-row]')).toHaveCount(3);
  await expect(page.locator('[data-row][data-state="done"]')).toHaveCount(3);
  await expectNoAxeFindings(page);
  await page.getByLabel('Tags, with commas').fill('Aunt, birthday');
  await page.getByLabel('Tags, with commas').press('Tab');
  await expect
    .poll(async () => (await sessionOf(address, 'second')).entries.at(-1))
    .toMatchObject({ kind: 'note', tags: ['Aunt', 'birthday'] });
  const photo = await sharp({ create: { width: 80, height: 60, channels: 3, background: '#306090' } })
    .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '52/1 30/1 0/1' } })
    .jpeg()
    .toBuffer();
  await page.getByLabel('Add a photo').setInputFiles({ name: 'piece.jpg', mimeType: 'image/jpeg', buffer: photo });
  await expect(page.locator('[data-photo-said]')).toHaveText('The photo is kept. Where it was taken was taken out.');
  await expect(page.getByAltText('The finished piece')).toHaveJSProperty('naturalWidth', 80);
  await page.getByLabel('Add a photo').setInputFiles({ name: 'text.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no photo') });
  await expect(page.locator('[data-photo-said]')).toContainText('damaged');
  await page.getByLabel('Add a photo').setInputFiles({ name: 'huge.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(26 * 1024 * 1024) });
  await expect(page.locator('[data-photo-said]')).toContainText('larger than 25 MB');
  const text = execFileSync('pdftotext', ['-', '-'], { input: await page.pdf({ format: 'A4' }) }).toString();
  for (const words of ['The Balloon Post: the pilot', 'Element 3', 'a paler cheek', owned[2]?.code ?? '']) expect(text).toContain(words);

  await page.goto(`${address}/logbook`);
  await page.locator('[data-logged="second"]').getByRole('button', { name: '# Aunt' }).click();
  await expect(cards).toHaveCount(1);
  await page.getByLabel('Find a sitting').fill('nothing such');
  await expect(page.getByText('No sitting holds all of that.')).toBeVisible();
});

test('a sitting of a make that was thrown away goes on and stays in the logbook', async ({ page, piloting }) => {
  const { address } = piloting;
  await beginMadeUp(address, 'outlives', [madeUpMark(1), madeUpMark(2)]);
  await page.goto(`${address}/sessions/outlives`);
  await expect(page.locator('[data-mark]')).toBeVisible();
  const gone = await fetch(`${address}/api/makes/make-balloon-post-pilot?kept=keep`, { method: 'DELETE', headers: { origin: address } });
  expect(gone.status).toBe(200);
  await page.keyboard.press(' ');
  await expect.poll(async () => (await sessionOf(address, 'outlives')).entries.length).toBe(1);
  await page.goto(`${address}/logbook`);
  await expect(page.locator('[data-logged="outlives"]')).toContainText('1 of 2 marks');
  await page.goto(`${address}/sessions/none-such`);
  await expect(page.getByRole('heading', { name: 'This session cannot be shown now' })).toBeVisible();
});
