import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import type { RackAnswer } from '../../src/model/api/rack';
import { shownMarkers } from '../../src/core/markers/assumed-colour';
import { handSheet, type HandSheet } from '../../src/core/practice/hand/hand-sheet';
import { colouredSheet, type Hand, pagePxPerMm, photographedPage } from '../hand-sheets';
import { expect, expectNoAxeFindings, test } from './application';

test('drills from the rack are answered, scored with a reason, kept over a restart, and come again when they are due', async ({
  page,
  piloting,
}) => {
  const { address } = piloting;
  await page.goto(address);
  await page.getByRole('link', { name: 'Practice' }).click();
  await expect(page.locator('[data-drill]')).toHaveCount(15);
  await expectNoAxeFindings(page);

  await test.step('light to dark: full marks for the order of the inks, none backwards', async () => {
    const rack = (await (await fetch(`${address}/api/rack`)).json()) as RackAnswer;
    const lightness = new Map(shownMarkers(rack).map(({ id, lab }) => [id, lab?.L ?? 0]));
    for (const [turn, score] of [
      ['light first', '1.000'],
      ['dark first', '0.000'],
    ] as const) {
      await page.getByRole('button', { name: turn === 'light first' ? 'Begin: Light to dark' : 'Once more' }).click();
      const inks = page.locator('[data-ink]');
      await expect(inks).toHaveCount(5);
      await expect(page.getByRole('button', { name: 'How did I do?' })).toBeDisabled();
      const ids = await inks.evaluateAll((all) => all.map((one) => one.getAttribute('data-ink') ?? ''));
      const sorted = [...ids].sort((one, other) => (lightness.get(other) ?? 0) - (lightness.get(one) ?? 0));
      for (const id of turn === 'light first' ? sorted : [...sorted].reverse()) await page.locator(`[data-ink="${id}"]`).click();
      await page.getByRole('button', { name: 'How did I do?' }).click();
      await expect(page.locator('[data-score]')).toHaveAttribute('data-score', score);
    }
    await expect(page.locator('[data-score]')).toContainText('is lighter on paper than');
    await expectNoAxeFindings(page);
    await page.getByRole('button', { name: 'Other drills' }).click();
    await expect(page.locator('[data-drill="order"]')).toHaveAttribute('data-tries', '2');
  });

  await test.step('pairs and ladders: as they are scores full', async () => {
    for (const name of ['Will they blend?', 'Will these part?']) {
      await page.getByRole('button', { name: `Begin: ${name}` }).click();
      const pairs = page.locator('[data-pair]');
      await expect(pairs).not.toHaveCount(0);
      for (const pair of await pairs.all())
        await pair.getByRole('button', { name: (await pair.getAttribute('data-pair')) === 'yes' ? 'Yes' : 'No', exact: true }).click();
      await page.getByRole('button', { name: 'How did I do?' }).click();
      await expect(page.locator('[data-score]')).toHaveAttribute('data-score', '1.000');
      await page.getByRole('button', { name: 'Other drills' }).click();
    }
    await page.getByRole('button', { name: 'Begin: Which step is too wide?' }).click();
    const ladders = page.locator('[data-wide]');
    await expect(ladders).not.toHaveCount(0);
    for (const ladder of await ladders.all())
      await ladder
        .getByRole('button')
        .nth(Number(await ladder.getAttribute('data-wide')))
        .click();
    await page.getByRole('button', { name: 'How did I do?' }).click();
    await expect(page.locator('[data-score]')).toHaveAttribute('data-score', '1.000');
    await page.getByRole('button', { name: 'Other drills' }).click();
  });

  await test.step('codes: the inks that they name', async () => {
    await page.getByRole('button', { name: 'Begin: Read the code' }).click();
    const codes = page.locator('[data-code]');
    await expect(codes).toHaveCount(4);
    for (const [index, code] of (await codes.all()).entries()) {
      const id = await code.getAttribute('data-code');
      // One wrong: another ink than its own.
      await code
        .locator(index === 0 ? `[data-of]:not([data-of="${id}"])` : `[data-of="${id}"]`)
        .first()
        .click();
    }
    await expectNoAxeFindings(page);
    await page.getByRole('button', { name: 'How did I do?' }).click();
    // Three right of four, less a third of the wrong one.
    await expect(page.locator('[data-score]')).toHaveAttribute('data-score', '0.667');
    await expect(page.locator('[data-score]')).toContainText(/tells the (hue|depth)|tell the hue/);
    await page.getByRole('button', { name: 'Other drills' }).click();
  });

  await piloting.stopServer();
  await piloting.startServer();
  await page.reload();
  await expect(page.locator('[data-drill="order"]')).toHaveAttribute('data-tries', '2');
  await expect(page.locator('[data-drill="wide-step"]')).toHaveAttribute('data-tries', '1');
  await expect(page.locator('[data-drill="wide-step"] [data-due]')).toHaveAttribute('data-due', 'false');
  await expect(page.getByRole('figure', { name: 'Light to dark: 100, 0 of 100' })).toBeVisible();
});

test('where does the dark go: painted by mouse and by keys on a picture of the maker, told part by part', async ({ page, piloting }) => {
  await page.goto(`${piloting.address}/practice`);
  await page.getByRole('button', { name: 'Begin: Where does the dark go?' }).click();
  const picture = page.getByRole('application');
  await expect(picture).toBeVisible({ timeout: 60_000 });
  const azimuth = Number(await page.locator('[data-lamp]').getAttribute('data-lamp'));
  const box = await picture.boundingBox();
  if (!box) throw new Error('The picture is not in sight.');
  // All on the side away from the lamp, as a hand would shade the whole.
  const [dx, dy] = [Math.sin((azimuth * Math.PI) / 180), -Math.cos((azimuth * Math.PI) / 180)];
  for (let along = -0.3; along <= 0.3; along += 0.02) {
    const [x, y] = [box.x + box.width * (0.5 - 0.12 * dx - along * dy), box.y + box.height * (0.65 - 0.08 * dy + along * dx)];
    if (x < box.x + 4 || y < box.y + 4 || x > box.x + box.width - 4 || y > box.y + box.height - 4) continue;
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.up();
  }
  await expect(picture).not.toHaveAttribute('data-pointed', '0');
  const before = Number(await picture.getAttribute('data-pointed'));
  await picture.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Space');
  await expect(picture).toHaveAttribute('data-pointed', String(before + 1));
  await page.getByRole('button', { name: 'How did I do?' }).click();
  await expect(page.locator('[data-score]')).toContainText(/the dark lies|Nothing is dark|the side is right/);
  expect(Number(await page.locator('[data-score]').getAttribute('data-score'))).toBeLessThan(1);
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Other drills' }).click();
  await expect(page.locator('[data-drill="where-dark"]')).toHaveAttribute('data-tries', '1');
});

test('what is overlooked, and which part is lit wrongly: tapped on a coloured picture', async ({ page, piloting }) => {
  await page.goto(`${piloting.address}/practice`);
  const tapAt = async ([x, y]: readonly [number, number]) => {
    const box = await page.getByRole('application').boundingBox();
    if (!box) throw new Error('The picture is not in sight.');
    await page.mouse.click(box.x + x * box.width, box.y + y * box.height);
  };
  await page.getByRole('button', { name: 'Begin: What is overlooked?' }).click();
  const left = page.locator('[data-left]');
  await expect(left).toBeVisible({ timeout: 60_000 });
  const places = JSON.parse((await left.getAttribute('data-left')) ?? '[]') as [number, number][];
  expect(places.length).toBeGreaterThan(0);
  await tapAt([0.01, 0.01]);
  for (const place of places) await tapAt(place);
  // One tap more than there are things: the first fell out.
  await expect(page.getByRole('application')).toHaveAttribute('data-pointed', String(places.length));
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'How did I do?' }).click();
  await expect(page.locator('[data-score]')).toHaveAttribute('data-score', '1.000');
  await page.getByRole('button', { name: 'Other drills' }).click();

  // A picture by lot among those of which three parts show a side.
  const wrong = page.locator('[data-wrong]');
  await page.getByRole('button', { name: 'Begin: Which is lit wrongly?' }).click();
  await expect(wrong).toBeVisible({ timeout: 120_000 });
  await tapAt(JSON.parse((await wrong.getAttribute('data-wrong')) ?? '[]') as [number, number]);
  await expect(page.getByText(/^You say: /)).toBeVisible();
  await page.getByRole('button', { name: 'How did I do?' }).click();
  await expect(page.locator('[data-score]')).toHaveAttribute('data-score', '1.000');
  await page.getByRole('button', { name: 'Other drills' }).click();
  await expect(page.locator('[data-drill="wrong-light"]')).toHaveAttribute('data-tries', '1');
});

/** A sheet as a printer gives it: the PDF of the page, R, G, B at so many px a mm. */
async function printedSheet(address: string, sheet: HandSheet) {
  const folder = mkdtempSync(join(tmpdir(), 'practice-'));
  const answer = await fetch(`${address}/api/practice-sheets/print?page=A4&drill=${sheet.drill}`);
  expect(answer.headers.get('content-type')).toBe('application/pdf');
  writeFileSync(join(folder, 'sheet.pdf'), new Uint8Array(await answer.arrayBuffer()));
  const size = execFileSync('pdfinfo', [join(folder, 'sheet.pdf')]).toString();
  const [, widePt, tallPt] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(size) ?? [];
  expect(Math.abs((Number(widePt) / 72) * 25.4 - sheet.page.widthMm)).toBeLessThan(0.1);
  expect(Math.abs((Number(tallPt) / 72) * 25.4 - sheet.page.heightMm)).toBeLessThan(0.1);
  execFileSync('pdftoppm', ['-r', String(25.4 * pagePxPerMm), '-png', '-singlefile', join(folder, 'sheet.pdf'), join(folder, 'page')]);
  const [width, height] = [Math.round(sheet.page.widthMm * pagePxPerMm), Math.round(sheet.page.heightMm * pagePxPerMm)];
  const raw = await sharp(join(folder, 'page.png')).resize({ width, height, fit: 'fill' }).flatten().toColourspace('srgb').raw().toBuffer();
  rmSync(folder, { recursive: true });
  return { width, height, data: new Uint8Array(raw) };
}

test('a practice sheet is printed, done by a hand with slips, photographed, dropped, and told figure by figure; the same photo counts once', async ({
  page,
  piloting,
}) => {
  const { address } = piloting;
  await page.goto(`${address}/practice`);
  const print = page.getByRole('link', { name: 'Print: Circles without streaks' });
  await expect(print).toHaveAttribute('href', '/api/practice-sheets/print?page=A4&drill=circles');
  await expect(page.getByText('Alcohol ink: air the room')).toBeVisible();
  const sheet = handSheet('circles', 'A4');
  const hands: (Hand | null)[] = ['steady', 'white spot', 'over the line', 'streaky', null];
  const done = colouredSheet(
    sheet,
    (figure) => (figure > hands.length ? 'steady' : (hands[figure - 1] ?? null)),
    await printedSheet(address, sheet),
  );
  const photo = photographedPage(done, { turnDeg: 184 });
  const jpeg = await sharp(Buffer.from(photo.data), { raw: { width: photo.width, height: photo.height, channels: 3 } })
    .jpeg({ quality: 80 })
    .toBuffer();
  const intake = page.getByLabel('Choose a photo of a sheet');
  const result = page.getByRole('region', { name: 'How it went: Circles without streaks' });
  for (let times = 0; times < 2; times++) {
    await intake.setInputFiles({ name: 'circles.jpg', mimeType: 'image/jpeg', buffer: jpeg });
    await expect(result).toBeVisible({ timeout: 60_000 });
    await expect(page.locator('[data-drill="circles"]')).toHaveAttribute('data-tries', '1');
    if (times === 0) await result.getByRole('button', { name: 'Put it away' }).click();
  }
  // The drop reaches 1.8 mm over the line's own rim.
  const words = ['steady', /\d mm² white/, /over the line by (1\.[5-9]|2\.[01]) mm/, 'streaky'];
  for (const [index, own] of words.entries()) await expect(result.locator(`[data-figure="${index + 1}"]`)).toContainText(own);
  for (const figure of [6, 7, 8, 9]) await expect(result.locator(`[data-figure="${figure}"]`)).toContainText('100');
  await expect(result).toContainText('Not done yet: 1 figure.');
  const score = Number(await result.locator('[data-sheet-score]').getAttribute('data-sheet-score'));
  expect(score).toBeGreaterThan(0.6);
  expect(score).toBeLessThan(0.9);
  await result.getByRole('button', { name: 'Figure 3', exact: true }).click();
  await expect(result.getByRole('button', { name: 'Figure 3', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await expectNoAxeFindings(page);

  await test.step('what is no photo of a sheet is told in words', async () => {
    const problem = page.locator('[data-sheet-problem]');
    await intake.setInputFiles({ name: 'note.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
    await expect(problem).toContainText('cannot be opened as a picture');
    const grey = await sharp({ create: { width: 900, height: 700, channels: 3, background: '#998877' } })
      .jpeg()
      .toBuffer();
    await intake.setInputFiles({ name: 'table.jpg', mimeType: 'image/jpeg', buffer: grey });
    await expect(problem).toContainText('No corner marks were found');
    const [width, height] = [photo.width, Math.round(photo.height * 0.6)];
    const half = await sharp(jpeg).extract({ left: 0, top: 0, width, height }).jpeg().toBuffer();
    await intake.setInputFiles({ name: 'half.jpg', mimeType: 'image/jpeg', buffer: half });
    await expect(problem).toContainText(/corner marks/);
    await expect(page.locator('[data-drill="circles"]')).toHaveAttribute('data-tries', '1');
  });
});
