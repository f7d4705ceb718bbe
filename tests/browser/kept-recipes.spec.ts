import type { Page } from '@playwright/test';
import { foundRecipesSchema, readRecipeSchema } from '#model/api/recipes';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';
import { expectBandsShown } from './picture';
import { printedText } from './printed';

const pilot = '/makes/make-balloon-post-pilot';
const watch = '/makes/make-balloon-post-watch';

/** Keeps the recipe of the make on show as the next version. */
async function keepVersion(page: Page, number: number): Promise<void> {
  const keep = page.getByRole('button', { name: 'Keep this version' });
  await expect(keep).toBeEnabled({ timeout: 60_000 });
  await keep.click();
  await expect(page.getByText(`Kept as version ${number}.`)).toBeVisible({ timeout: 60_000 });
  await expect(page.locator('[data-kept]')).toHaveAttribute('data-kept', String(number));
}

test('two versions are kept and compared, the first laid onto another picture with a smaller rack, its sheet printed; over a restart', async ({
  page,
  lonely,
}) => {
  test.setTimeout(240_000);
  await page.goto(`${lonely.address}${pilot}#recipe`);
  await keepVersion(page, 1);
  await expect(page.locator('[data-since="0"]')).toHaveText('This is version 1, as it was kept.');

  // What it takes, with its pictures: less than 400 KB.
  const { recipes } = foundRecipesSchema.parse(await (await page.request.get(`${lonely.address}/api/recipes`)).json());
  const whole = await (await page.request.get(`${lonely.address}/api/recipes/${recipes[0]?.id}`)).body();
  const { bandMap, look } = readRecipeSchema.parse(JSON.parse(whole.toString('utf8'))).kept.pictures;
  const bytes = await Promise.all(
    [bandMap, look].map(async (own) => (await page.request.get(`${lonely.address}/api/blobs/${own?.sha256}`)).body()),
  );
  const sizes = [whole, ...bytes].map(({ length }) => length);
  console.log(`A version of the badger: ${sizes.join(' + ')} bytes of text, band map and look.`);
  expect(Math.min(...sizes)).toBeGreaterThan(1_000);
  expect(sizes.reduce((sum, own) => sum + own, 0)).toBeLessThan(400_000);

  // Another paper and another marker: what changed since is said at once.
  await choose(page.getByLabel('Paper', { exact: true }), 'Oatfield kraft');
  await expect(page.locator('[data-since="1"]')).toContainText('paper not said → Oatfield kraft');
  await page.goto(`${lonely.address}${pilot}#groups`);
  await expectBandsShown(page);
  await page.getByRole('button', { name: /^Scarf/ }).press('Enter');
  await page.getByLabel('Codes, in any order').fill('88d.iris 62d.iris 36d.iris');
  await page.getByRole('button', { name: 'Give it', exact: true }).click();
  await expectAllKept(page);
  await page.goto(`${lonely.address}${pilot}#recipe`);
  await expect(page.locator('[data-since]')).toContainText('midtone 62b.rose → 62d.iris (CIEDE2000');
  await keepVersion(page, 2);

  // A wish at the first, which shows where it is coloured again.
  await page.getByRole('link', { name: 'against 1' }).click();
  await expect(page.getByRole('heading', { name: 'What differs' })).toContainText('14 elements alike');
  await expect(page.locator('[data-differs="all"]')).toContainText('paper not said → Oatfield kraft');
  await expect(page.locator('[data-differs="Scarf"]')).toContainText('base 88b.rose → 88d.iris (CIEDE2000');
  await expect(page.getByRole('img', { name: /as it was expected to look/ })).toHaveCount(2);
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Scarf', exact: true }).click();
  await expect(page.locator('[data-place="Scarf"][data-out="true"]')).toHaveCount(2);
  await page.getByRole('region', { name: 'The first' }).getByRole('link').click();

  await page.getByLabel('Next time (a wish').fill('scarf a rung darker\nkeep the letter white');
  await page.getByLabel('Tags, with commas').fill('Gift, for Ines');
  await page.getByRole('textbox', { name: 'Notes' }).fill('On the white card from the drawer.');
  await page.getByRole('button', { name: '★ Favourite' }).click();
  await expect(page.getByRole('button', { name: '★ Favourite', pressed: true })).toBeVisible();
  const photo = await page.request.get(`${lonely.address}/api/recipes/${page.url().split('/').at(-1)}/look`);
  const input = page.getByLabel('A photo of the finished piece').and(page.locator('input'));
  await input.setInputFiles({ name: 'done.jpg', mimeType: 'image/jpeg', buffer: await photo.body() });
  await expect(page.getByRole('img', { name: 'The finished piece' })).toBeVisible();
  await expect(page.getByLabel('Coloured on')).not.toHaveValue('');
  await expectNoAxeFindings(page);
  await page
    .getByRole('button', { name: /^8 Scarf/ })
    .first()
    .click();
  await expect(page.locator('[data-written="Scarf"]')).toContainText('62b.rose');
  const first = page.url();
  await page.goto(`${lonely.address}${pilot}#recipe`);
  await expect(page.locator('[data-kept="2"]')).toBeVisible();

  // Everything was let go and begun again.
  await lonely.stopServer('SIGKILL');
  lonely.cluster?.kill();
  await lonely.cluster?.restart();
  await lonely.startServer();
  await page.goto(first);
  await expect(page.getByRole('textbox', { name: 'Notes' })).toHaveValue('On the white card from the drawer.');
  await page.getByRole('button', { name: 'Print it' }).click();
  const text = await printedText(page);
  expect(text).toContain('88b.rose 62b.rose 36b.rose');
  expect(text).not.toContain('62d.iris');
});

test('a kept recipe is laid onto another picture with a smaller rack: proposed, mended by a tap, translated; also from a file', async ({
  page,
  watching,
}) => {
  test.setTimeout(180_000);
  await page.goto(`${watching.address}${watch}#recipe`);
  await keepVersion(page, 1);
  await page.getByRole('button', { name: 'Save as …' }).click();
  const ours = page.getByRole('button', { name: 'File of ours (JSON)' });
  const [download] = await Promise.all([page.waitForEvent('download'), ours.click()]);
  const file = await download.path();

  // Half of the scarf's markers are dry since; and the picture has none of its ladders any more.
  const post = (path: string, data: object) =>
    page.request.post(`${watching.address}${path}`, { data, headers: { origin: watching.address } });
  const rack = await (await page.request.get(`${watching.address}/api/rack`)).json();
  const dry = rack.markers
    .filter(({ code }: { code: string }) => code.endsWith('b.rose'))
    .map((marker: object) => ({ ...marker, state: 'dry' }));
  expect((await post('/api/rack', { markers: dry })).status()).toBe(200);

  await page.goto(`${watching.address}/recipes`);
  await page.getByLabel('Find a recipe').fill('owl');
  await page.getByRole('button', { name: /^element owl/ }).click();
  await expect(page.locator('[data-found="1"]')).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('link', { name: 'Open', exact: true }).click();
  await page.getByRole('button', { name: 'Lay it onto a picture' }).click();
  await page.getByRole('link', { name: /^Lantern watch/ }).click();
  await expect(page.locator('[data-laid="there"]')).toBeVisible();
  const row = (name: string) => page.locator(`[data-lay="${name}"]`);
  await expect(row('Owl')).toHaveAttribute('data-from', 'Owl');
  await expect(row('Owl')).toContainText('as it was written');
  await expect(row('Scarf')).toContainText('translated');
  await expect(row('Scarf').getByText('62b.rose')).toHaveCount(0);
  await expectNoAxeFindings(page);
  // Mended by a tap: the wing gets the owl's.
  await choose(page.getByLabel('Ladder for Wing'), /Owl$/);
  await expect(row('Wing')).toHaveAttribute('data-from', 'Owl');
  await expect(row('Wing')).toContainText('by your hand');
  const lay = page.getByRole('button', { name: /^Lay \d+ ladders? on$/ });
  await lay.click();
  await expect(page.locator('[data-groups-said]')).toContainText(/^Laid onto .*Scarf.*Wing/);
  await expectAllKept(page);
  const make = await (await page.request.get(`${watching.address}/api/makes/make-balloon-post-watch`)).json();
  const [picture] = make.document.pictures;
  const codes = (name: string) => {
    const { id } = picture.elements.find((element: { name: string }) => element.name === name);
    const { ladder } = picture.colourings[0].treatments.find((treatment: { id: string }) => treatment.id === id);
    return ladder.rungs.map(({ code }: { code: string }) => code).join(' ');
  };
  expect(codes('Wing')).toBe(codes('Owl'));
  expect(codes('Scarf')).not.toContain('b.rose');
  // One step takes all of it back.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(lay).toBeEnabled();

  // The same from a file: a kept recipe without a picture.
  await page.getByLabel('A recipe from a file').and(page.locator('input')).setInputFiles(file);
  await expect(row('Owl')).toHaveAttribute('data-from', 'Owl');
  const found = async () => foundRecipesSchema.parse(await (await page.request.get(`${watching.address}/api/recipes`)).json()).recipes;
  await expect
    .poll(async () => (await found()).map(({ makeId, hasLook }) => `${makeId} ${hasLook}`))
    .toEqual([' false', 'make-balloon-post-watch true']);
});

test('a recipe outlives its make, and is thrown away only after a question', async ({ page, watching }) => {
  await page.goto(`${watching.address}${watch}#recipe`);
  await keepVersion(page, 1);
  await page.goto(watching.address);
  await page.getByRole('button', { name: /^Throw The Balloon Post/ }).click();
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await expect(page.getByText('Of this make there is kept: 1 recipe.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep that, throw the make away' }).click();
  await expect(page.getByRole('article')).toHaveCount(0);
  await page.getByRole('link', { name: 'Recipes' }).click();
  await page.getByRole('link', { name: 'Open', exact: true }).click();
  await expect(page.getByText(/Its make, The Balloon Post: the night watch, was thrown away; the recipe stays/)).toBeVisible();
  await page.getByRole('button', { name: 'Throw away' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Throw it away' }).click();
  await expect(page.getByText('No recipe is kept yet.')).toBeVisible();
  await expectNoAxeFindings(page);
});

test('files that are no recipe say so, and nothing is kept of them', async ({ page, shared }) => {
  await page.goto(`${shared.address}/recipes`);
  const before = await page.locator('[data-found]').getAttribute('data-found');
  const input = page.getByLabel('A recipe from a file').and(page.locator('input'));
  const json = (value: unknown) => Buffer.from(JSON.stringify(value));
  for (const [buffer, words] of [
    [Buffer.from(''), /is empty/],
    [json({ format: 'aquachrome-recipe', version: 99 }), /newer Aquachrome/],
    [json({ format: 'other' }), /not a recipe saved by Aquachrome/],
    [Buffer.alloc(49 * 1024 * 1024, 32), /larger than 16 MB/],
  ] as const) {
    await input.setInputFiles({ name: 'odd.json', mimeType: 'application/json', buffer });
    await expect(page.getByRole('alert')).toContainText(words);
  }
  await page.reload();
  await expect(page.locator('[data-found]')).toHaveAttribute('data-found', before === 'coming' ? '0' : (before ?? ''));
});
