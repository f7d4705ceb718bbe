import { readFile, writeFile } from 'node:fs/promises';
import type { Locator, Page } from '@playwright/test';
import { rackFileSchema } from '../../src/model/rack-file';
import { expect, expectNoAxeFindings, test } from './application';
import { choose } from './choose';

/** The rack as the server has it; how often it was changed is not what it is. */
async function rackOf(address: string) {
  const { revision: _, ...rack } = await (await fetch(`${address}/api/rack`)).json();
  return rack;
}

async function open(page: Page, address: string, view?: string): Promise<void> {
  await page.goto(`${address}/rack`);
  await expect(page.getByText(/\d+ owned/)).toBeVisible();
  if (view) await page.getByRole('navigation', { name: 'Views of the rack' }).getByRole('button', { name: view }).click();
}

async function saved(page: Page, button: Locator): Promise<{ name: string; path: string; text: string }> {
  const [download] = await Promise.all([page.waitForEvent('download'), button.click()]);
  const path = await download.path();
  return { name: download.suggestedFilename(), path, text: await readFile(path, 'utf8') };
}

test('a maker’s own line: a rule, pasted codes, a ladder by code alone', async ({ page, piloting }) => {
  await open(page, piloting.address, 'Lines and codes');
  await page.getByRole('button', { name: 'New line' }).click();
  await expect(page.getByLabel('Name of the line')).toHaveValue('My line 1');
  await page.getByLabel('Name of the line').fill('Attic line');
  // How its codes are read is told by one of them.
  await page.getByLabel('One of your codes').fill('05 moss');
  await expect(page.getByRole('list', { name: 'Pieces of the code' }).getByRole('button')).toHaveText(['0depth', '5depth', 'mossfamily']);
  await page.getByRole('button', { name: '0 is the depth' }).click();
  await expect(page.getByText('a group digit, then depth digits, then letters of a family')).toBeVisible();
  await page.getByRole('button', { name: '0 is the group' }).click();
  await expect(page.getByText('depth digits, then letters of a family', { exact: true })).toBeVisible();
  await page.getByLabel('Try some codes').fill('05 moss, 000 moss, moss 5');
  await expect(page.getByText('2 of 3 read, 1 do not fit')).toBeVisible();
  await expect(page.getByRole('row', { name: /000 moss MOSS -2/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /moss 5 ▲ does not fit/ })).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Keep this rule' }).click();
  await expect(page.getByRole('button', { name: 'Attic line' })).toBeVisible();

  await page.getByRole('button', { name: 'In and out' }).click();
  await choose(page.getByLabel('Of the line'), 'Attic line');
  await page.getByLabel('Paste codes').fill('1 moss, 3 moss; 6 moss\n9 moss, 3 moss, ???');
  await page.getByRole('button', { name: 'Look at the list' }).click();
  await expect(page.getByText('4 to add, 2 not taken')).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: '??? — not taken' })).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Add 4 to rack' }).click();
  await expect(page.getByText('4 markers added.')).toBeVisible();
  // Twice in: nothing more.
  await page.getByLabel('Paste codes').fill('1 moss, 3 moss');
  await page.getByRole('button', { name: 'Look at the list' }).click();
  await expect(page.getByText('0 to add, 2 not taken')).toBeVisible();

  await page.getByRole('button', { name: 'Find a ladder' }).click();
  await page.getByLabel('From', { exact: true }).fill('3 moss');
  await expect(page.locator('[data-ladder="1 MOSS, 3 MOSS, 6 MOSS"]')).toContainText('without measured colours the inks may differ');
});

test('a marker that runs dry leaves the suggestions, a refusing pair moves down, both survive a restart', async ({ page, lonely }) => {
  await open(page, lonely.address, 'Find a ladder');
  await page.getByLabel('From', { exact: true }).fill('fern');
  const ladders = page.locator('[data-ladder]');
  await expect(ladders.first()).toHaveAttribute('data-ladder', '79k.fern, 53k.fern, 19k.fern');
  await expectNoAxeFindings(page);

  await page.getByRole('button', { name: 'Strands' }).click();
  await page.getByRole('button', { name: /^53k.fern/ }).click();
  await choose(page.getByLabel('State'), 'dry');
  await expect(page.getByRole('region', { name: 'Marker 53k.fern' })).toContainText('Dry: refill it or take another.');
  await page.getByRole('button', { name: 'Find a ladder with it' }).click();
  await page.getByLabel('From', { exact: true }).fill('fern');
  await expect(ladders.first()).toBeVisible();
  for (const codes of await ladders.evaluateAll((items) => items.map((item) => item.getAttribute('data-ladder'))))
    expect(codes).not.toContain('53k.fern');
  // Asked for, it is there and says so.
  await page.getByLabel('From', { exact: true }).fill('53k.fern');
  await page.getByLabel('dry and missing markers too').check();
  await expect(page.locator('[data-ladder*="53k.fern"]').first()).toContainText('53k.fern is dry');
  await page.getByLabel('dry and missing markers too').uncheck();
  await page.getByLabel('From', { exact: true }).fill('fern');

  // Note a pair of the ladder that is best now.
  const best = ((await ladders.first().getAttribute('data-ladder')) ?? '').split(', ');
  await page.getByRole('button', { name: 'Strands' }).click();
  await page.getByRole('button', { name: new RegExp(`^${best[0]}`) }).click();
  const card = page.getByRole('region', { name: `Marker ${best[0]}` });
  await card.getByLabel('With').fill(best[1] ?? '');
  await choose(card.getByLabel('How it blends'), 'refuses');
  await choose(card.getByLabel('Why'), 'paper');
  await card.getByRole('button', { name: 'Note it' }).click();
  await expect(card).toContainText(`with ${best[1]}: refuses (paper)`);

  await lonely.stopServer();
  lonely.cluster?.kill();
  await lonely.cluster?.restart();
  await lonely.startServer();
  await open(page, lonely.address, 'Find a ladder');
  await page.getByLabel('From', { exact: true }).fill('fern');
  await expect(ladders.first()).not.toHaveAttribute('data-ladder', best.join(', '));

  // Where the dry marker is used, it says so: give it to an element by code.
  await page.goto(`${lonely.address}/makes/make-balloon-post-pilot#groups`);
  await page.getByRole('button', { name: /^Trousers/ }).click();
  await page.getByLabel('Codes, in any order').fill('79k.fern 53k.fern');
  await expect(page.getByRole('list', { name: 'Before you pick them up' })).toContainText('53k.fern: Dry: refill it or take another.');
});

test('out, wiped, in again: the same rack; palette and table too', async ({ page, piloting }) => {
  await open(page, piloting.address, 'In and out');
  const before = await rackOf(piloting.address);
  const file = await saved(page, page.getByRole('button', { name: 'Everything, as a file of ours' }));
  expect(file.name).toMatch(/^Markers, rack, \d{4}-\d\d-\d\d\.json$/);
  expect(rackFileSchema.parse(JSON.parse(file.text)).markers).toHaveLength(before.markers.length);
  const palette = await saved(page, page.getByRole('button', { name: 'Palette of this line (.gpl)' }));
  expect(palette.text).toMatch(/^GIMP Palette\nName: Larkmere/);

  await page.getByRole('button', { name: 'List', exact: true }).click();
  await page.getByLabel('Tick all shown').check();
  await expect(page.getByText(`${before.markers.length} ticked:`)).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Take them out' }).click();
  await expect(page.getByText('No markers yet. Paste your codes')).toBeVisible();

  await page.reload();
  await page.getByRole('button', { name: 'In and out' }).click();
  await page.getByLabel('From a file').setInputFiles({ name: 'rack.json', mimeType: 'application/json', buffer: Buffer.from(file.text) });
  await page.getByRole('button', { name: `Add ${before.markers.length} to rack` }).click();
  await expect(page.getByText(`${before.markers.length} markers added.`)).toBeVisible();
  expect(await rackOf(piloting.address)).toEqual(before);

  // The palette brings nothing twice.
  await page.getByLabel('From a file').setInputFiles({ name: 'larkmere.gpl', mimeType: 'text/plain', buffer: Buffer.from(palette.text) });
  await expect(page.getByText(/^0 to add, \d+ not taken/)).toBeVisible();

  const csv = 'Marker,Have,Condition,Cost\n79d.fern,2,low,4.50\n71d.fern,perhaps,,\n,1,,\n';
  await page.getByLabel('From a file').setInputFiles({ name: 'mine.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(page.getByLabel('Code', { exact: true })).toHaveText('Marker');
  await expect(page.getByText('1 to add, 2 not taken')).toBeVisible();
  await expect(page.getByText(/neither a number nor yes or no/)).toBeVisible();
  await page.getByRole('button', { name: 'Add 1 to rack' }).click();
  await page.getByRole('button', { name: 'Strands' }).click();
  await expect(page.getByRole('button', { name: '79d.fern, low, ×2, colour assumed' })).toBeVisible();
});

test('bad lists are answered in words and change nothing', async ({ page, shared }) => {
  await open(page, shared.address, 'In and out');
  const before = await (await fetch(`${shared.address}/api/rack`)).json();
  const large = test.info().outputPath('large.csv');
  await writeFile(large, Buffer.alloc(50 * 1024 * 1024, '88d.fern,1\n'));
  const alert = page.getByRole('alert');
  const file = page.getByLabel('From a file');
  const bad: [string, Buffer | null, RegExp][] = [
    ['broken.csv', Buffer.from('Code,State\n"88d.fern,low\n62d.fern,good\n'), /quotes in row \d+ are broken/],
    ['large.csv', null, /has 50 MB; 5 MB fit/],
    ['packed.csv', Buffer.from('504b0304140000000800', 'hex'), /not a text file, whatever its name says/],
    ['nonsense.gpl', Buffer.from('Balloons rise because the air inside is warm.'), /no palette file/],
    ['other.json', Buffer.from('{"format": "something"}'), /not a rack saved by Aquachrome/],
    ['heading.csv', Buffer.from('Code,State\n'), /no rows to take/],
  ];
  for (const [name, buffer, words] of bad) {
    await file.setInputFiles(buffer ? { name, mimeType: 'text/plain', buffer } : large);
    await expect(alert).toContainText(words);
    await expect(alert).toContainText('Nothing was changed.');
  }
  await page.getByLabel('Paste codes').evaluate((field, text) => {
    const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')?.set;
    set?.call(field, text);
    field.dispatchEvent(new Event('input', { bubbles: true }));
  }, '88d.fern\n'.repeat(100_000));
  await page.getByRole('button', { name: 'Look at the list' }).click();
  await expect(alert).toContainText('100,000 entries; 20,000 fit');
  expect(await (await fetch(`${shared.address}/api/rack`)).json()).toEqual(before);
});

test('5,000 codes are looked at, added and shown, and the page stays responsive', async ({ page, piloting }) => {
  test.setTimeout(240_000);
  await open(page, piloting.address, 'In and out');
  const codes = Array.from({ length: 5000 }, (_, index) => `${Math.floor(index / 10) + 1}${'abcdefghij'[index % 10]}.attic`).join('\n');
  await page.getByLabel('From a file').setInputFiles({ name: 'codes.txt', mimeType: 'text/plain', buffer: Buffer.from(codes) });
  await page.getByRole('button', { name: 'Add 5000 to rack' }).click();
  await expect(page.getByText('5000 markers added.')).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Strands' }).click();
  await page.getByLabel('Show only').fill('fern');
  await expect(page.getByText(/^\d+ of \d+ markers$/)).toHaveText(/^6 of 51\d\d markers$/, { timeout: 30_000 });
});

test('the strands are walked by keys, show what may mislead, and state is read without colour', async ({ page, shared }) => {
  await open(page, shared.address);
  await expectNoAxeFindings(page);
  await page.getByLabel('Show only').fill('clay');
  const first = page.getByRole('button', { name: '88b.clay', exact: true });
  await first.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: '62b.clay', exact: true })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('button', { name: /^53d.clay, mind the note/ })).toBeFocused();
  await expect(page.getByRole('region', { name: 'Marker 53d.clay' })).toContainText(
    'The caps mislead: by the ink, light to dark, it is 79d.clay, 53d.clay, 27d.clay.',
  );
  await page.getByLabel('Show only').fill('');
  for (const name of [
    '53m.lake, dry, mind the note',
    '53d.gold, low, mind the note',
    '45m.plum, leaking, mind the note',
    '53k.iris, wanted',
    '27d.gold, not owned',
  ]) {
    await expect(page.getByRole('button', { name, exact: true })).toBeVisible();
  }
  await expect(page.getByText(/124 owned, 2 to refill, 3 wanted, together 17\.00 as you priced them/)).toBeVisible();
});

test('what a filter matched is asked about before it goes, and comes back with its notes', async ({ page, piloting }) => {
  await open(page, piloting.address, 'List');
  const before = await rackOf(piloting.address);
  await page.getByLabel('Show only').fill('wine');
  await expect(page.getByText(/^6 of \d+ markers$/)).toBeVisible();
  await page.getByLabel('Tick all shown').check();
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  const question = page.getByRole('alertdialog');
  await expect(question).toContainText('Take 6 markers out of the rack?');
  await expect(question).toContainText('88d.wine');
  await expectNoAxeFindings(page);
  await question.getByRole('button', { name: 'Keep them' }).click();
  await expect(question).toHaveCount(0);
  expect(await rackOf(piloting.address)).toEqual(before);

  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  await question.getByRole('button', { name: 'Take them out' }).click();
  await expect(page.getByText('6 markers taken out.')).toBeVisible();
  expect((await rackOf(piloting.address)).markers).toHaveLength(before.markers.length - 6);
  await page.getByRole('button', { name: 'Put them back' }).click();
  await expect(page.getByText('6 markers taken out.')).toHaveCount(0);
  expect(await rackOf(piloting.address)).toEqual(before);
});

test('a table that went out comes back into its own lines with its inks', async ({ page, piloting }) => {
  await open(page, piloting.address, 'In and out');
  const before = await rackOf(piloting.address);
  const table = await saved(page, page.getByRole('button', { name: 'A table (CSV)' }));
  const removeMarkers = before.markers.map(({ id }: { id: string }) => id);
  const headers = { origin: piloting.address, 'content-type': 'application/json' };
  await fetch(`${piloting.address}/api/rack`, { method: 'POST', headers, body: JSON.stringify({ removeMarkers }) });
  await open(page, piloting.address, 'In and out');
  await page.getByLabel('From a file').setInputFiles({ name: 'rack.csv', mimeType: 'text/csv', buffer: Buffer.from(table.text) });
  await page.getByRole('button', { name: `Add ${before.markers.length} to rack` }).click();
  await expect(page.getByText(`${before.markers.length} markers added.`)).toBeVisible();
  const after = await rackOf(piloting.address);
  type Row = { id: string; lineId: string; code: string; owned: boolean; state?: string };
  type Reading = { markerId: string; lab: unknown; source: string };
  const rowsOf = (rack: { markers: Row[]; readings: Reading[] }) => {
    const readings = new Map(rack.readings.map(({ markerId, lab, source }) => [markerId, [lab, source]]));
    return rack.markers.map(({ id, lineId, code, owned, state }) => JSON.stringify([lineId, code, readings.get(id), owned, state])).sort();
  };
  expect(rowsOf(before)[0]).toContain('"L":');
  expect(rowsOf(after)).toEqual(rowsOf(before));
});

test('a part of a code cannot be chosen twice, and a rule that has one twice is said to', async ({ page, piloting }) => {
  await open(page, piloting.address, 'Lines and codes');
  await page.getByRole('button', { name: 'New line' }).click();
  const parts = page.getByRole('combobox', { name: /^Part \d/ });
  await expect(page.getByLabel('Name of the line')).toHaveValue('My line 1');
  await parts.first().click();
  await expect(page.getByRole('option', { name: 'depth', exact: true })).toBeDisabled();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Add a part' }).click();
  await choose(parts.last(), 'tone');
  await expect(page.getByText('The rule names a tone, but has no tone words.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep this rule' })).toBeDisabled();
  // A number that falls: what is greater is paler.
  await choose(parts.last(), 'separator');
  await page.getByLabel('The number falls as the ink gets darker').check();
  await page.getByLabel('The group is a letter, not a digit').check();
  await page.getByLabel('Try some codes').fill('moss b 80');
  await expect(page.getByRole('row', { name: /moss b 80 MOSS b 80/ })).toBeVisible();
});

test('a colour is picked, and a wanted marker that is owned counts to the price', async ({ page, piloting }) => {
  await open(page, piloting.address);
  await expect(page.getByText(/3 wanted, together 17\.00 as you priced them/)).toBeVisible();
  await page.getByRole('button', { name: /^88d.fern/ }).click();
  const card = page.getByRole('region', { name: 'Marker 88d.fern' });
  await card.getByLabel('A colour, to be kept as: pick a colour').fill('#80a060');
  await expect(card.getByLabel('A colour, to be kept as', { exact: true })).toHaveValue('#80a060');
  await card.getByRole('button', { name: 'picked ink' }).click();
  await expect(card.getByText('picked by hand', { exact: true })).toBeVisible();
  await card.getByLabel('Wanted').click();
  await card.getByLabel('Price').fill('3');
  await card.getByLabel('Price').blur();
  await expect(page.getByText(/4 wanted, together 20\.00 as you priced them/)).toBeVisible();
});

test('six found ladders are in sight at once, and an assumed colour is named', async ({ page, shared }) => {
  await open(page, shared.address, 'Find a ladder');
  const ladders = page.locator('[data-ladder]');
  await expect(ladders).toHaveCount(6);
  for (const ladder of await ladders.all()) {
    const box = await ladder.boundingBox();
    expect((box?.y ?? 999) + (box?.height ?? 999)).toBeLessThanOrEqual(800);
  }
});
