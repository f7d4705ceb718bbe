import { writeFile } from 'node:fs/promises';
import { expect, test } from './application';

const svg = (inner: string, before = '') =>
  Buffer.from(`${before}<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 50">${inner}</svg>`);
/** A PNG header that promises 40,000 x 40,000 px, with its true checksum. */
const hugeHeader = Buffer.from('89504e470d0a1a0a0000000d4948445200009c4000009c40080000000058f6b31b', 'hex');

const wrong: [string, string, Buffer | null, RegExp][] = [
  ['text named .png', 'letter.png', Buffer.from('Dear badger'), /not an SVG, PNG, JPEG, WebP or TIFF/],
  ['0 bytes', 'nothing.png', Buffer.alloc(0), /empty/],
  ['100 MB', 'large.jpg', null, /100 MB; 80 MB fit/],
  ['an SVG with script', 'script.svg', svg('<script>document.title = "run"</script>'), /holds script/],
  ['an SVG that loads', 'loads.svg', svg('<image href="http://127.0.0.1:9/a.png"/>'), /from elsewhere/],
  ['an entity bomb', 'bomb.svg', svg('<text>&b;</text>', '<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]>'), /entities/],
  ['40,000 x 40,000 px', 'huge.png', hugeHeader, /pixels|damaged/],
  ['a cut-off JPEG', 'cut.jpg', Buffer.from('ffd8ffe000104a46494600010100000100010000ffdb004300', 'hex'), /damaged or ends too early/],
];

test('each wrong file gets a clear word, and a right one works after all of them', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/new`);
  const large = test.info().outputPath('large.jpg');
  await writeFile(large, Buffer.alloc(100 * 1024 * 1024, 1));
  const pick = page.locator('input[type="file"]').first();
  for (const [, name, buffer, words] of wrong) {
    if (buffer) await pick.setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
    else await pick.setInputFiles(large);
    const alert = page.getByRole('alert');
    await expect(alert).toContainText(words);
    await expect(page.getByRole('button', { name: 'Start this make' })).toBeDisabled();
  }
  expect(await page.title()).toBe('New make · Aquachrome');
  await pick.setInputFiles({
    name: 'square.svg',
    mimeType: 'image/svg+xml',
    buffer: svg('<rect x="20" y="10" width="60" height="30" fill="none" stroke="#000" stroke-width="3"/>'),
  });
  await expect(page.getByRole('img', { name: 'Preview of square.svg' })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(page.getByText('Say how wide the picture is on paper')).toBeVisible();
  await page.getByLabel('How wide is it on paper?').fill('60');
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(page.locator('[data-area-count]')).toHaveText('1', { timeout: 20_000 });
});

test('the server refuses what is too large even when the page does not', async ({ shared }) => {
  const answer = await fetch(`${shared.address}/api/originals`, {
    method: 'POST',
    headers: { origin: shared.address },
    body: Buffer.alloc(100 * 1024 * 1024, 1),
  });
  expect(answer.status).toBe(413);
  expect(await answer.json()).toMatchObject({ code: 'too-large', message: expect.stringContaining('80 MB') });
});
