import { Buffer } from 'node:buffer';
import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { strToU8, zipSync } from 'fflate';
import { Client } from 'pg';
import sharp from 'sharp';
import { expect, expectNoAxeFindings, test } from './application';
import { unzipped } from '../unzipped';

/** Drops a file somewhere on the page, beside every place of its own. */
async function dropAnywhere(page: Page, name: string, bytes: Uint8Array): Promise<void> {
  await expect(page.locator('html[data-takes-drops="yes"]')).toBeAttached();
  const data = await page.evaluateHandle(
    ([called = '', base64 = '']) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0))], called));
      return transfer;
    },
    [name, Buffer.from(bytes).toString('base64')],
  );
  await page.locator('body').dispatchEvent('drop', { dataTransfer: data });
}

async function sql(url: string, text: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  await client.query(text);
  await client.end();
}

test('two makes are sent to an empty installation with a smaller rack; the same again collides and both are kept; over a restart', async ({
  page,
  shared,
  lonely,
}) => {
  test.setTimeout(240_000);
  await page.goto(`${shared.address}/`);
  await page.getByRole('link', { name: 'Send makes' }).click();
  await page.getByRole('checkbox', { name: /the pilot/ }).check();
  await page.getByRole('checkbox', { name: /the lantern/ }).check();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Put the 2 into one file' }).click();
  const save = page.getByRole('link', { name: /^Save the file/ });
  await expect(save).toBeVisible({ timeout: 60_000 });
  const [download] = await Promise.all([page.waitForEvent('download'), save.click()]);
  expect(download.suggestedFilename()).toMatch(/^2 makes, make, \d{4}-\d\d-\d\d\.zip$/);
  const zip = await readFile(await download.path());
  const names = (await unzipped(zip)).map(({ name }) => name);
  expect(names).toEqual(
    expect.arrayContaining(['READ ME.txt', 'makes/make-balloon-post-pilot.json', 'makes/make-balloon-post-lantern.json']),
  );
  // Its length is told before it comes, so that the browser can say how far it is.
  const answer = await page.request.get(`${shared.address}${await save.getAttribute('href')}`);
  expect(Number(answer.headers()['content-length'])).toBe(zip.length);
  // As a text: named after the make, and dated.
  await page.getByRole('checkbox', { name: /the lantern/ }).uncheck();
  const [text] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Only as a text (JSON)' }).click()]);
  expect(text.suggestedFilename()).toMatch(/^The Balloon Post the pilot, make, \d{4}-\d\d-\d\d\.json$/);
  expect(JSON.parse(await readFile(await text.path(), 'utf8'))).toMatchObject({
    format: 'aquachrome-make',
    make: { id: 'make-balloon-post-pilot' },
  });

  // The receiver: no make, and of the rack only the lines with three markers that the pilot needs.
  await sql(lonely.databaseUrl, "DELETE FROM makes; DELETE FROM markers WHERE code NOT IN ('88b.rose', '62b.rose', '36b.rose')");
  await page.goto(`${lonely.address}/`);
  await expect(page.getByRole('link', { name: /^Open The Balloon Post/ })).toHaveCount(0);
  await dropAnywhere(page, 'from a friend.zip', zip);
  const told = page.getByRole('alertdialog');
  await expect(told).toContainText('This is makes of Aquachrome');
  await expect(told).toContainText('Nothing has been changed');
  await expectNoAxeFindings(page);
  await told.getByRole('button', { name: 'Look at what is in it' }).click();
  const pilot = page.locator('[data-standing]').filter({ hasText: 'the pilot' });
  await expect(pilot).toHaveAttribute('data-standing', 'new', { timeout: 60_000 });
  await expect(pilot.locator('[data-owned]')).toHaveAttribute('data-owned', '3');
  await expect(pilot).toContainText('Not in your rack');
  await expect(page.getByText(/markers are not in your rack\. They come as not owned/)).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Bring in 2 makes' }).click();
  await expect(page.locator('[data-bringing="taken"]')).toContainText('is on your table', { timeout: 90_000 });
  await page.getByRole('link', { name: 'Open The Balloon Post: the pilot' }).click();
  await expect(page.getByRole('link', { name: /^Groups/ })).toBeVisible();
  await page.goto(`${lonely.address}/makes/make-balloon-post-pilot#elements`);
  await expect(page.getByRole('button', { name: 'Remove Scarf' })).toBeVisible({ timeout: 30_000 });

  // The same file once more: one is the same, one was changed here, and that is asked about.
  await sql(lonely.databaseUrl, `UPDATE makes SET head = jsonb_set(head, '{name}', '"My pilot"') WHERE id = 'make-balloon-post-pilot'`);
  await page.goto(`${lonely.address}/bring-in`);
  await page.getByLabel('Choose a file').setInputFiles({ name: 'again.zip', mimeType: 'application/zip', buffer: zip });
  await expect(pilot).toHaveAttribute('data-standing', 'differs', { timeout: 60_000 });
  await expect(page.locator('[data-standing="alike"]')).toContainText('the lantern');
  await expect(pilot).toContainText('here My pilot, theirs The Balloon Post: the pilot');
  await expect(page.getByRole('button', { name: 'Bring in 1 make' })).toBeDisabled();
  await expect(page.getByText('First say what becomes of')).toBeVisible();
  await pilot.getByRole('button', { name: 'Take theirs' }).click();
  await expect(pilot).toContainText('does not come back');
  await pilot.getByRole('button', { name: 'Keep both' }).click();
  await page.getByRole('button', { name: 'Bring in 1 make' }).click();
  await expect(page.locator('[data-bringing="taken"]')).toContainText('beside yours', { timeout: 90_000 });

  await lonely.stopServer('SIGKILL');
  await lonely.cluster?.restart();
  await lonely.startServer();
  await page.goto(`${lonely.address}/`);
  await expect(page.getByRole('link', { name: /^Open (My pilot|The Balloon Post: the (pilot|lantern))$/ })).toHaveCount(3);

  // What is broken is refused in words, and the page stands.
  await page.goto(`${lonely.address}/bring-in`);
  await page.getByLabel('Choose a file').setInputFiles({ name: 'half.zip', mimeType: 'application/zip', buffer: zip.subarray(0, 9000) });
  await expect(page.getByRole('alert')).toContainText('damaged or ends too early');
  await expect(page.getByText('Drop a file with makes here')).toBeVisible();
});

/** A layered picture of another program: ink on top, a stack of two things, two layers, a ground. */
async function house(): Promise<Uint8Array> {
  const [width, height] = [900, 700];
  const png = (inner: string) =>
    sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${inner}</svg>`))
      .png()
      .toBuffer();
  const shapes = {
    Wall: '<rect x="200" y="300" width="400" height="300" F/>',
    Roof: '<path d="M150 300L400 120L650 300Z" F/>',
    Door: '<rect x="340" y="430" width="110" height="170" F/>',
    Sun: '<circle cx="760" cy="130" r="80" F/>',
  };
  const layers = await Promise.all(
    Object.entries(shapes).map(async ([name, shape]) => [`data/${name}.png`, await png(shape.replace('F', 'fill="#c96"'))] as const),
  );
  const ink = await png(
    Object.values(shapes)
      .map((shape) => shape.replace('F', 'fill="none" stroke="#111" stroke-width="6"'))
      .join(''),
  );
  const layer = (name: string) => `<layer name="${name}" src="data/${name}.png" x="0" y="0"/>`;
  const stack = `<image version="0.0.3" w="${width}" h="${height}" xres="300" yres="300"><stack>${layer('Ink')}<stack name="House">${layer('Door')}${layer('Wall')}</stack>${layer('Roof')}${layer('Sun')}${layer('Background')}</stack></image>`;
  return zipSync({
    mimetype: [strToU8('image/openraster'), { level: 0 }],
    'data/Ink.png': ink,
    'data/Background.png': await png(`<rect width="${width}" height="${height}" fill="#eef"/>`),
    ...Object.fromEntries(layers),
    'mergedimage.png': ink,
    'Thumbnails/thumbnail.png': ink,
    'stack.xml': strToU8(stack),
  });
}

/** The row of an element, by the button that removes it; without a name all of them. */
const element = (page: Page, name?: string) => page.getByRole('button', { name: name === undefined ? /^Remove / : `Remove ${name}` });

test('a layered picture and a drawing of shapes become makes with their elements named; whatever is dropped is told for what it is', async ({
  page,
  piloting,
}) => {
  test.setTimeout(180_000);
  await page.goto(`${piloting.address}/rack`);
  await dropAnywhere(page, 'House.ora', await house());
  await expect(page.getByRole('alertdialog')).toContainText('This is a layered picture');
  await page.getByRole('button', { name: 'Start a make with it' }).click();
  const named = page.getByRole('region', { name: 'Named areas' });
  await expect(named).toContainText('4 named areas in it', { timeout: 30_000 });
  await expect(page.getByLabel('How wide is it on paper?')).toHaveValue(/76\.2/);
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Start this make' }).click();
  await page.waitForURL(/\/makes\/[0-9a-f-]{36}/, { timeout: 60_000 });
  await page.goto(`${page.url().split('#')[0]}#elements`);
  for (const name of ['Door', 'Wall', 'Roof', 'Sun']) await expect(element(page, name)).toHaveCount(1, { timeout: 30_000 });
  await expect(page.getByText('Every area found has its element')).toBeVisible();
  // One step takes it back, as any other.
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(element(page)).toHaveCount(0);

  const shape = (name: string, fill: string, d: string) => `<path id="${name}" fill="${fill}" d="${d}"/>`;
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="60mm" viewBox="0 0 80 60">${shape('Sky', '#9cf', 'M2 2H78V58H2Z')}${shape('Hill', '#6a4', 'M2 40C20 20 60 20 78 40V58H2Z')}${shape('path12', '#fd3', 'M50 8h14v14h-14z')}</svg>`;
  await page.goto(`${piloting.address}/makes/make-balloon-post-pilot#picture`);
  await dropAnywhere(page, 'hill.svg', strToU8(drawing));
  await page.getByRole('button', { name: 'Add it to this make' }).click();
  await expect(named).toContainText('Sky, Hill, Light yellow', { timeout: 30_000 });
  await expect(named).toContainText('drawn along its areas');
  await named.getByRole('checkbox').uncheck();
  await expect(named).not.toContainText('drawn along its areas');
  await named.getByRole('checkbox').check();
  await expect(page.getByLabel('How wide is it on paper?')).toHaveValue(/80/);
  await page.getByRole('button', { name: 'Add it to the make' }).click();
  await page.waitForURL(/#picture\//, { timeout: 60_000 });
  await page.goto(page.url().replace('#picture', '#elements'));
  for (const name of ['Sky', 'Hill', 'Light yellow']) await expect(element(page, name)).toHaveCount(1, { timeout: 30_000 });

  const cases: [string, Uint8Array, string][] = [
    ['all.aquachrome', strToU8('PGDMP...'), './run restore'],
    ['nothing.png', new Uint8Array(0), 'There is nothing in it'],
    ['letter.doc', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0]), 'none of the kinds that are known here'],
  ];
  await page.goto(`${piloting.address}/recipes`);
  for (const [name, bytes, words] of cases) {
    await dropAnywhere(page, name, bytes);
    await expect(page.getByRole('alertdialog')).toContainText(words);
    await page.getByRole('button', { name: 'Leave it' }).click();
  }
  // A table of markers goes to the rack, and waits there to be looked at.
  await dropAnywhere(page, 'mine.csv', strToU8('code,owned\n44b.kelp,2\n'));
  await page.getByRole('button', { name: 'Look at it at the rack' }).click();
  await expect(page.getByRole('button', { name: 'Add 1 to rack' })).toBeVisible({ timeout: 30_000 });
});
