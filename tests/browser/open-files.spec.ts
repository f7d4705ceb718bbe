import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import Papa from 'papaparse';
import sharp from 'sharp';
import { expect, expectNoAxeFindings, test } from './application';
import { unzipped } from '../unzipped';

/** Presses a button that saves a file. @returns its name and bytes. */
async function saved(page: Page, button: string): Promise<{ name: string; bytes: Buffer }> {
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 90_000 }),
    page.getByRole('button', { name: button, exact: true }).click(),
  ]);
  await expect(page.getByRole('button', { name: button, exact: true })).toBeEnabled();
  return { name: download.suggestedFilename(), bytes: await readFile(await download.path()) };
}

test('the recipe and its picture are saved for other programs, named and dated, at true size', async ({ page, shared }) => {
  test.setTimeout(240_000);
  await page.goto(`${shared.address}/makes/make-balloon-post-pilot#recipe`);
  await expect(page.locator('[data-station="recipe"] [data-places="here"]')).toBeVisible();
  await page.getByRole('button', { name: 'Save as …' }).click();
  await expectNoAxeFindings(page);
  const named = (what: string, ending: string) =>
    new RegExp(`^The Balloon Post the pilot, Badger pilot, ${what}, \\d{4}-\\d\\d-\\d\\d\\.${ending}$`);

  const table = await saved(page, 'Table (CSV)');
  expect(table.name).toMatch(named('recipe', 'csv'));
  const { data } = Papa.parse<Record<string, string>>(table.bytes.toString('utf8'), { header: true });
  expect(data.filter(({ name, row }) => name === 'Scarf' && row === 'rung').map(({ code }) => code)).toEqual([
    '88b.rose',
    '62b.rose',
    '36b.rose',
  ]);
  expect((await saved(page, 'Text (Markdown)')).bytes.toString('utf8')).toMatch(/^## \d+ Scarf$/m);
  expect((await saved(page, 'Palette of its markers')).bytes.toString('utf8')).toMatch(/\t36b\.rose$/m);

  // 64 mm wide: a PNG says so by its dots an inch.
  for (const [button, what] of [
    ['Lines as PNG', 'lines'],
    ['Areas as PNG', 'areas'],
    ['Bands as PNG', 'bands'],
    ['Expected look as PNG', 'expected look'],
  ] as const) {
    const { name, bytes } = await saved(page, button);
    expect(name).toMatch(named(what, 'png'));
    const { width = 0, density = 1, channels } = await sharp(bytes).metadata();
    expect((width / density) * 25.4).toBeCloseTo(64, 0);
    const { channels: stats } = await sharp(bytes).stats();
    // Lines are grey; all else has colours.
    const spread = Math.max(...stats.slice(0, 3).map(({ mean }) => mean)) - Math.min(...stats.slice(0, 3).map(({ mean }) => mean));
    expect(channels).toBeGreaterThanOrEqual(3);
    if (what === 'lines') expect(spread).toBeLessThan(0.5);
    else expect(spread, what).toBeGreaterThan(0.5);
  }
  const drawing = (await saved(page, 'Bands as SVG')).bytes.toString('utf8');
  expect(drawing).toMatch(/^<\?xml/);
  expect(drawing).toContain('width="64mm"');
  expect(drawing).toContain('<title>Scarf, 36b.rose shadow</title>');
  expect(drawing).toContain('<title>Lines</title>');
  // Drawn by others it looks like the PNG: as dark where lines are, as white outside.
  const { data: pixels, info } = await sharp(Buffer.from(drawing), { density: 72 })
    .flatten({ background: '#fff' })
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect((info.width / 72) * 25.4).toBeCloseTo(64, 0);
  expect([...pixels.subarray(0, 3)]).toEqual([255, 255, 255]);
  expect(pixels.some((value) => value < 60)).toBe(true);
  expect((await saved(page, 'Areas as SVG')).bytes.toString('utf8')).toMatch(/<title>Scarf, area \d+<\/title>/);

  const { name, bytes } = await saved(page, 'Layers as ORA');
  expect(name).toMatch(named('layers', 'ora'));
  const entries = await unzipped(bytes);
  expect(entries[0]).toMatchObject({ name: 'mimetype', method: 0 });
  const stack = entries.find((entry) => entry.name === 'stack.xml')?.bytes.toString('utf8') ?? '';
  expect(stack).toMatch(/<stack name="Scarf"[^>]*><layer name="36b\.rose shadow"/);
  const merged = await sharp(entries.find((entry) => entry.name === 'mergedimage.png')?.bytes).metadata();
  expect(stack).toContain(`w="${merged.width}" h="${merged.height}"`);
});
