import type { KeptMake } from '../../src/model/api/makes';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { expectBandsShown, goTo } from './picture';
import { printedText } from './printed';

const parcel = '/makes/make-balloon-post-parcel';

test('two pictures in one make under one lamp: added, switched, copied, placed, taken out', async ({ page, piloting, shared }) => {
  test.slow();
  await page.goto(`${piloting.address}/makes/make-balloon-post-pilot#picture`);
  await page.getByRole('link', { name: 'Add a picture' }).click();
  await expect(page.getByRole('heading', { name: 'One more picture' })).toBeVisible();
  await expectNoAxeFindings(page);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 40"><path fill="none" stroke="#000" stroke-width="0.6" d="M5 5H35V35H5ZM20 5V35"/></svg>`;
  await page
    .locator('input[type="file"]')
    .first()
    .setInputFiles({ name: 'kite.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await page.getByLabel('How wide is it on paper?').fill('40');
  await page.getByRole('button', { name: 'Add it to the make' }).click();

  // Its id is in the address; it is read by itself; the tags show both.
  await expect(page).toHaveURL(/make-balloon-post-pilot#picture\/[0-9a-f-]{36}$/);
  await expect(page.locator('[data-area-count]')).toHaveText('2', { timeout: 60_000 });
  const tags = page.getByRole('navigation', { name: 'Pictures of this make' });
  await expect(tags.getByRole('button')).toHaveCount(2);
  await expect(page.getByRole('heading', { name: '2 pictures under one lamp' })).toBeVisible();
  await expectNoAxeFindings(page);

  // An element of this picture stays with it.
  await goTo(page, 'Elements');
  await page.getByRole('button', { name: 'Show the next one' }).click();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name of the element')).toHaveCount(1);
  const kiteAddress = page.url();
  await tags.getByRole('button', { name: /Badger pilot/ }).click();
  await expect(page.getByLabel('Name of the element').first()).toHaveValue('Cap');
  await page.goBack();
  await expect(page.getByLabel('Name of the element')).toHaveCount(1);

  // One lamp: moved at one picture, it stands so at the other.
  await goTo(page, 'Light');
  await page.getByRole('button', { name: 'Upper right' }).click();
  await tags.getByRole('button', { name: /Badger pilot/ }).click();
  await expectBandsShown(page);
  await expect(page.getByRole('slider', { name: 'Lamp' })).toHaveAttribute('aria-valuenow', '45');

  // Where the second stands beside the first: by keys, by hand, in mm.
  await goTo(page, 'Picture');
  const kite = page.locator('[data-scene-plan]').getByRole('button', { name: /^kite/ });
  await expect(kite).toHaveAccessibleName('kite, 69 mm right and 0 mm down of the first; arrow keys move it');
  await kite.press('Shift+ArrowDown');
  await kite.press('ArrowRight');
  await expect(kite).toHaveAccessibleName(/70 mm right and 10 mm down/);
  const box = await kite.boundingBox();
  if (!box) throw new Error('The kite is not on the plan.');
  await page.mouse.move(box.x + 4, box.y + 4);
  await page.mouse.down();
  await page.mouse.move(box.x + 34, box.y + 4, { steps: 5 });
  await page.mouse.up();
  await expect(kite).not.toHaveAccessibleName(/70 mm right/);
  await expect(kite).toHaveAccessibleName(/ 10 mm down/);

  // A copy within the make has rows of its own.
  await page.goto(kiteAddress.replace('#elements', '#picture'));
  await page.getByRole('button', { name: 'Copy this one' }).click();
  await expect(tags.getByRole('button')).toHaveCount(3);
  await expect(page.getByRole('heading', { name: 'kite 2' })).toBeVisible();
  await expect(page.locator('[data-area-count]')).toHaveText('2');
  await goTo(page, 'Elements');
  await page.getByRole('button', { name: /^Remove/ }).click();
  await expect(page.getByLabel('Name of the element')).toHaveCount(0);
  await page.goto(kiteAddress);
  await expect(page.getByLabel('Name of the element')).toHaveCount(1);

  // Taken out, and brought back by an undo.
  await goTo(page, 'Picture');
  await page.getByRole('button', { name: 'Take this one out' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Take it out' }).click();
  await expect(tags.getByRole('button')).toHaveCount(2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(tags.getByRole('button')).toHaveCount(3);
  await expectAllKept(page);
  const kept: KeptMake = await (await fetch(`${piloting.address}/api/makes/make-balloon-post-pilot`)).json();
  expect(kept.document.pictures.map(({ name }) => name)).toEqual(['Badger pilot', 'kite', 'kite 2']);
  expect(kept.document.pictures[1]?.standsAtMm?.[1]).toBe(10);
  expect(kept.document.lamp).toMatchObject({ azimuthDeg: 45 });

  // The recipe of the picture on show is the one that is printed.
  await page.goto(`${shared.address}${parcel}#recipe`);
  await page.getByRole('button', { name: 'Print it' }).click();
  const text = await printedText(page);
  expect(text).toContain('Parcel with label, clouds');
  expect(text).not.toContain('Badger');
});

test('a make is copied on the table, and the copy goes its own way', async ({ page, piloting }) => {
  await page.goto(piloting.address);
  await page.getByRole('button', { name: 'Copy The Balloon Post: the pilot' }).click();
  await expect(page.getByRole('article')).toHaveCount(2);
  await expectNoAxeFindings(page);
  await page.getByRole('link', { name: 'Go on with The Balloon Post: the pilot 2' }).click();
  await goTo(page, 'Elements');
  const first = page.getByLabel('Name of the element').first();
  await first.fill('Another cap');
  await first.press('Enter');
  await expectAllKept(page);
  const kept: KeptMake = await (await fetch(`${piloting.address}/api/makes/make-balloon-post-pilot`)).json();
  expect(kept.document.pictures[0]?.elements[0]?.name).toBe('Cap');
});
