import { labOfHex } from '../../src/core/colour/lab';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';
import { colourAt, expectBandsShown, goTo, sweep, tap } from './picture';

// A picture that is not in the demo: general open-licensed line art of a development dependency, never copied into the project.
const teddy = 'node_modules/openmoji/black/svg/1F9F8.svg';
const place = {
  leftEar: [0.323, 0.167],
  forehead: [0.5, 0.215],
  rightEar: [0.677, 0.167],
  chinLeft: [0.37, 0.34],
  headRight: [0.66, 0.36],
  belly: [0.5, 0.76],
} as const;

const lightnessOf = ([r, g, b]: readonly number[]) =>
  labOfHex(`#${[r, g, b].map((value) => (value ?? 0).toString(16).padStart(2, '0')).join('')}`).L;

test('from a dropped line image to a recipe that survives a restart of server and database', async ({ page, lonely }) => {
  await page.goto(lonely.address);
  await page.getByRole('link', { name: 'New make' }).click();
  await expect(page.getByRole('region', { name: 'Line image' })).toBeVisible();
  await expectNoAxeFindings(page);

  // Drop the file, as a hand does.
  const data = await page.evaluateHandle(
    async (svg) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([svg], 'teddy-bear.svg', { type: 'image/svg+xml' }));
      return transfer;
    },
    (await import('node:fs')).readFileSync(teddy, 'utf8'),
  );
  await page.getByRole('region', { name: 'Line image' }).dispatchEvent('drop', { dataTransfer: data });
  await expect(page.getByRole('img', { name: 'Preview of teddy-bear.svg' })).toBeVisible();
  await page.getByLabel('How wide is it on paper?').fill('2 1/2 in');
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Start this make' }).click();

  // Regions appear, found in a worker.
  await expect(page.getByRole('heading', { name: 'teddy bear', level: 1 })).toBeVisible();
  await expect(page.getByText('64 × 64 mm')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Gather the elements' })).toBeVisible({ timeout: 30_000 });
  const areas = Number(await page.locator('[data-area-count]').textContent());
  expect(areas).toBeGreaterThanOrEqual(7);
  await page.getByRole('button', { name: 'Gather the elements' }).click();
  await expect(page.getByText(`${areas} areas still white`)).toBeVisible();

  // Drag over three areas: one element; name it.
  await sweep(page, [place.leftEar, place.forehead, place.rightEar]);
  await expect(page.getByText(`${areas - 3} areas still white`)).toBeVisible();
  const name = page.getByLabel('Name of the element');
  await name.fill('Bear head');
  await name.press('Enter');
  await expectNoAxeFindings(page);

  // A ladder by three codes, typed as people type.
  await goTo(page, 'Groups');
  await page.getByLabel('Codes, in any order').fill('36B CLAY, 88b-clay, 62b.clay');
  await page.getByRole('button', { name: 'Give it', exact: true }).click();
  await expect(
    page
      .getByRole('button', { name: /^Bear head/ })
      .getByRole('img', { name: /^Ladder: 88b.clay base, lightness 81; 62b.clay midtone, lightness 61; 36b.clay shadow, lightness 41$/ }),
  ).toBeVisible();
  await expectNoAxeFindings(page);

  // Another ladder in hand first, then tapped where it goes.
  await page.getByRole('button', { name: /^Bear head/ }).press('Enter');
  await page.getByLabel('Codes, in any order').fill('88b.rose 62b.rose');
  await page.getByRole('button', { name: 'Take it in hand' }).click();
  await tap(page, place.belly);
  await expect(page.getByRole('button', { name: /^Element 1/ })).toBeVisible();

  // The lamp by mouse: the side towards it is light, the other dark, in the markers' colours.
  await goTo(page, 'Light');
  await expectBandsShown(page);
  await page.getByRole('button', { name: 'Upper left' }).click();
  await expect
    .poll(async () => lightnessOf(await colourAt(page, place.chinLeft)) - lightnessOf(await colourAt(page, place.headRight)))
    .toBeGreaterThan(15);
  const lamp = page.getByRole('slider', { name: 'Lamp' });
  const lampBox = await lamp.boundingBox();
  const paperBox = await page.locator('[data-bands] canvas[data-paper]').boundingBox();
  if (!lampBox || !paperBox) throw new Error('no lamp');
  await page.mouse.move(lampBox.x + 26, lampBox.y + 26);
  await page.mouse.down();
  await page.mouse.move(paperBox.x + paperBox.width * 0.98, paperBox.y + paperBox.height * 0.5, { steps: 10 });
  await expect(lamp).toHaveAttribute('aria-valuetext', /the right/);
  await page.mouse.up();
  await expect
    .poll(async () => lightnessOf(await colourAt(page, place.headRight)) - lightnessOf(await colourAt(page, place.chinLeft)))
    .toBeGreaterThan(15);
  // And by keys.
  await lamp.focus();
  const before = Number(await lamp.getAttribute('aria-valuenow'));
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(lamp).toHaveAttribute('aria-valuenow', String(before + 6));
  await expectNoAxeFindings(page);

  // The recipe: ladder, roles, marks in the order of the school.
  await goTo(page, 'Recipe');
  const head = page.locator('[data-element="Bear head"]');
  await expect(page.locator('[data-places="here"]')).toBeVisible();
  await expect(head.getByRole('listitem')).toHaveText([
    /88b.clay all over, small circles: wet the paper/,
    /36b.clay (?!on the shadow).+, small circles: set the darkest places/,
    /62b.clay (along|at|on|in|low|high|all) .*, circles outwards: pull the darker edge out/,
    /88b.clay all over, light circles: blend everything together \(second coat\)/,
  ]);
  await expect(page.getByText(/keep it from flame and heat tools/)).toBeVisible();
  await choose(page.getByLabel('School'), 'Palest, deepest, middle');
  await expect(head.getByRole('listitem')).toHaveCount(3);
  await expectNoAxeFindings(page);
  await expectAllKept(page);
  await expect(page.locator('[data-places="here"]')).toBeVisible();
  const recipe = await page.locator('[data-station="recipe"]').textContent();

  // Stop both, start both: everything is there.
  await lonely.stopServer();
  lonely.cluster?.kill();
  await lonely.cluster?.restart();
  await lonely.startServer();
  await page.goto(lonely.address);
  await expect(page.getByRole('article')).toHaveCount(2);
  await expectNoAxeFindings(page);
  await page.getByRole('link', { name: 'Go on with teddy bear' }).click();
  await goTo(page, 'Recipe');
  await expect.poll(() => page.locator('[data-station="recipe"]').textContent()).toBe(recipe);
  await goTo(page, 'Light');
  await expect(page.getByRole('slider', { name: 'Lamp' })).toHaveAttribute('aria-valuenow', String(before + 6));
});
