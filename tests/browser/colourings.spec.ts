import { choose } from './choose';
import { expect, expectNoAxeFindings, test } from './application';
import { kept } from './kept';
import type { Page } from '@playwright/test';
import { expectBandsShown, goTo } from './picture';
import { printedText } from './printed';

/** What each marker covers: it follows from all that shapes the bands. */
const covered = (page: Page) => page.getByRole('table', { name: /^Paper each marker covers/ }).textContent();

const pilot = '/makes/make-balloon-post-pilot';

test('a picture is coloured once more: the copy goes its own way, one press shows the other, and a screen with one shows no trace of it', async ({
  page,
  piloting,
}) => {
  test.slow();
  await page.goto(`${piloting.address}${pilot}#light`);
  await expectBandsShown(page);
  const tags = page.getByRole('navigation', { name: 'Colourings of this picture' });
  const step = (name: RegExp) => page.getByRole('tablist', { name: 'Work on the light' }).getByRole('tab', { name }).click();
  await expect(tags).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'This colouring has a lamp of its own' })).toHaveCount(0);
  const first = await covered(page);
  expect(first?.length).toBeGreaterThan(100);

  await goTo(page, 'Picture');
  await page.getByRole('button', { name: 'Another colouring' }).click();
  await expect(tags.getByRole('button', { name: 'Colouring 1' })).toBeVisible();
  await expect(tags.getByRole('textbox', { name: 'Name of this colouring' })).toHaveAttribute('placeholder', 'Colouring 2');
  await expectBandsShown(page);
  await expectNoAxeFindings(page);
  await goTo(page, 'Light');
  await expectBandsShown(page);
  await expect.poll(() => covered(page), 'it begins as a copy').toBe(first);

  // A lamp, a stroke and a school of its own; and a name.
  await tags.getByRole('textbox').fill('Dusk');
  await tags.getByRole('textbox').press('Enter');
  await page.getByRole('button', { name: 'This colouring has a lamp of its own' }).click();
  await page.getByRole('button', { name: 'Lower right' }).click();
  await expect.poll(() => covered(page)).not.toBe(first);
  await step(/^Hand/);
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-strokes]')).toHaveAttribute('data-strokes', '1');
  await step(/^Lamp/);
  await goTo(page, 'Recipe');
  await choose(page.getByLabel('School', { exact: true }), 'Palest, deepest, middle');
  const { pictures, lamp, school } = await kept(page);
  const [own, other] = pictures[0]?.colourings ?? [];
  expect(other).toMatchObject({ name: 'Dusk', school: 'palestDeepestMiddle', lamp: { azimuthDeg: 135 }, strokes: [{ kind: 'darker' }] });
  expect(own?.strokes).toEqual([]);
  expect(own?.lamp).toBeUndefined();
  expect({ lamp, school }, 'that of the make stays').toMatchObject({ lamp: { azimuthDeg: 315 }, school: 'wetBaseDarkToLight' });

  // Printed as it is coloured.
  await page.getByRole('button', { name: 'Print it' }).click();
  expect(await printedText(page)).toMatch(/Light from lower right.* Palest, deepest, middle\./);

  // One press shows the other, also after a reload, also back again.
  await page.reload();
  await expect(tags.getByRole('textbox')).toHaveValue('Dusk');
  await goTo(page, 'Light');
  await tags.getByRole('button', { name: 'Colouring 1' }).click();
  await expect.poll(() => covered(page)).toBe(first);
  await tags.getByRole('button', { name: 'Dusk' }).click();
  await expect.poll(() => covered(page)).not.toBe(first);

  // Thrown away: what is left is as it was, without a trace; undo brings it back.
  await tags.getByRole('button', { name: 'Throw this colouring away' }).click();
  await expect(tags).toHaveCount(0);
  await expect.poll(() => covered(page)).toBe(first);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(tags.getByRole('button', { name: 'Dusk' })).toBeVisible();
});

test('one element is laid by a school of its own: on the screen, on the sheet, and back', async ({ page, piloting }) => {
  await page.goto(`${piloting.address}${pilot}#recipe`);
  const element = page.locator('li[data-element]').first();
  const name = (await element.getAttribute('data-element')) ?? '';
  const marks = element.locator('ol li');
  await expect(marks.last()).toContainText('blend everything together');
  await element.getByRole('button', { name, exact: true }).click();
  await choose(element.getByLabel(`School of ${name}`), 'Palest, deepest, middle');
  await expect(marks.last()).not.toContainText('blend everything together');
  await expect(element.getByRole('heading')).toContainText('Palest, deepest, middle');
  await expectNoAxeFindings(page);
  const { pictures } = await kept(page);
  expect(pictures[0]?.colourings[0]?.treatments.filter(({ school }) => school)).toHaveLength(1);
  await page.getByRole('button', { name: 'Print it' }).click();
  const text = await printedText(page);
  // Of the one element, the first, and of no other.
  expect(text.split('Palest, deepest, middle').length - 1).toBe(1);
  expect(text.indexOf('Palest, deepest, middle')).toBeLessThan(text.indexOf('all over', text.lastIndexOf(`1 ${name}`)));
  await choose(element.getByLabel(`School of ${name}`), /^As all/);
  await expect(marks.last()).toContainText('blend everything together');
});
