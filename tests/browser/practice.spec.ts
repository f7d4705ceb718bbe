import type { RackAnswer } from '../../src/model/api/rack';
import { shownMarkers } from '../../src/core/markers/assumed-colour';
import { expect, expectNoAxeFindings, test } from './application';

test('drills from the rack are answered, scored with a reason, kept over a restart, and come again when they are due', async ({
  page,
  piloting,
}) => {
  const { address } = piloting;
  await page.goto(address);
  await page.getByRole('link', { name: 'Practice' }).click();
  await expect(page.locator('[data-drill]')).toHaveCount(5);
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
  await expect(picture).not.toHaveAttribute('data-painted', '0');
  const before = Number(await picture.getAttribute('data-painted'));
  await picture.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Space');
  await expect(picture).toHaveAttribute('data-painted', String(before + 1));
  await page.getByRole('button', { name: 'How did I do?' }).click();
  await expect(page.locator('[data-score]')).toContainText(/the dark lies|Nothing is dark|the side is right/);
  expect(Number(await page.locator('[data-score]').getAttribute('data-score'))).toBeLessThan(1);
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Other drills' }).click();
  await expect(page.locator('[data-drill="where-dark"]')).toHaveAttribute('data-tries', '1');
});
