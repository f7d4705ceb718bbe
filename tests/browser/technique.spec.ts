import type { Locator, Page } from '@playwright/test';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';
import { keptColours } from './kept';
import { colourAt, goTo } from './picture';
import { printedText } from './printed';

const pilot = '/makes/make-balloon-post-pilot';

async function openRecipe(page: Page, address: string): Promise<void> {
  await page.goto(`${address}${pilot}#recipe`);
  await expect(page.locator('[data-places="here"]')).toBeVisible();
}

/** Takes an element in hand, so that what it gets is asked. */
async function inHand(page: Page, name: string): Promise<Locator> {
  const element = page.locator(`li[data-element="${name}"]`);
  await element.getByRole('button', { name, exact: true }).click();
  return element;
}

const marksOf = (element: Locator) => element.locator('ol > li');

test('each mark says where, by what lies beside it, and its place alone stands out on the picture while its line is touched', async ({
  page,
  shared,
}) => {
  await openRecipe(page, shared.address);
  const scarf = page.locator('li[data-element="Scarf"]');
  // The lamp stands at the upper left; the coat lies below the scarf.
  await expect(marksOf(scarf).nth(1)).toContainText(/36b\.rose along the lower right edge and above the coat, small circles/);
  const goggles = page.locator('li[data-element="Goggle rims"]');
  await expect(marksOf(goggles).nth(1)).toContainText(/of each/);
  // The cap keeps a trace of its colour, the scarf's dark its own.
  const cap = [0.5, 0.14] as const;
  const chroma = async () => {
    const [r, , b] = await colourAt(page, cap);
    return Math.abs(r - b);
  };
  const before = await chroma();
  expect(before).toBeGreaterThan(50);
  await marksOf(scarf).nth(1).getByRole('button').hover();
  await expect.poll(chroma).toBeLessThan(before / 3);
  // Pressed it stays, also under the keyboard; pressed again it goes.
  await marksOf(scarf).nth(1).getByRole('button').press('Enter');
  await page.mouse.move(5, 5);
  expect(await chroma()).toBeLessThan(before / 3);
  await expectNoAxeFindings(page);
  await marksOf(scarf).nth(1).getByRole('button').press('Enter');
  await expect.poll(chroma).toBeGreaterThan(before - 20);
});

test('the badger under four schools, a second coat with a darker marker, dots after drying, an own school, paper that is remembered; all there after a restart', async ({
  page,
  lonely,
}) => {
  await openRecipe(page, lonely.address);
  // What people forget: paper and line ink, by one press each as last time.
  await expect(page.locator('[data-forgotten]')).toContainText('No paper and no line ink are named');
  await page.getByRole('button', { name: 'As last time: Snowdrift card 300 g' }).click();
  await choose(page.getByLabel('Line ink', { exact: true }), 'Umber heat-set');
  await expect(page.locator('[data-goes-with="dry first"]')).toContainText(/Set it with heat.*Heat tools burn and scorch/s);
  await expect(page.locator('[data-forgotten]')).toHaveCount(0);

  // One school for all, others for the coat and the fur, and what suits the muzzle.
  await choose(page.getByLabel('School', { exact: true }), 'Light to dark and back');
  await expect(marksOf(page.locator('li[data-element="Boots"]'))).toHaveCount(5);
  const coat = await inHand(page, 'Coat');
  await expect(coat.locator('[data-recommended]')).toContainText(/suits it: .+\./);
  await choose(coat.getByLabel('School of Coat'), 'Dark to light');
  await expect(marksOf(coat)).toHaveCount(6);
  await coat.getByRole('button', { name: 'Two', exact: true }).click();
  await choose(coat.getByLabel('A darker marker in it'), /^19m\.bark/);
  await expect(marksOf(coat).filter({ hasText: '19m.bark' })).toContainText(['not as far up, small circles: deeper']);
  await coat.getByRole('button', { name: 'and until happy' }).click();
  await expect(marksOf(coat).last()).toContainText('once more, until you are happy');
  await expectNoAxeFindings(page);
  const fur = await inHand(page, 'White fur');
  await choose(fur.getByLabel('School of White fur'), 'Highlight kept white');
  await fur.getByRole('button', { name: 'Texture dots' }).click();
  await fur.getByRole('button', { name: 'White gel pen' }).click();
  await fur.getByRole('button', { name: 'White pencil' }).click();
  const texts = (await marksOf(fur).allInnerTexts()).map((text) => text.replace(/\s+/g, ' '));
  expect(texts.filter((text) => /pencil|gel|dots/.test(text)).map((text) => /white gel pen|white pencil|dots/.exec(text)?.[0])).toEqual([
    // Its ladder has two markers: the darker one, and the paler one pushing some back.
    ...['dots', 'dots', 'white pencil', 'white gel pen'],
  ]);
  expect(texts.find((text) => text.includes('dots'))).toContain('when it has dried 30 to 60 s');
  await page.getByRole('button', { name: 'Edge marker after cutting' }).click();
  await expect(page.getByRole('region', { name: 'In the end' })).toContainText('cut away from the hand');

  // A school of one's own, from the steps of another; it is laid at once.
  await page.getByRole('button', { name: 'Put a school together' }).click();
  const editor = page.getByRole('form', { name: 'A school of your own' });
  await editor.getByLabel('Name of your school').fill('Mine for evenings');
  await editor.getByRole('button', { name: /^Its layers may dry/ }).click();
  await editor.getByRole('button', { name: 'One more step' }).click();
  const last = editor.locator('[data-step]').last();
  await choose(last.getByLabel(/^Marker of step/), 'the fourth');
  await choose(last.getByLabel(/^Stroke of step/), 'tip to tip');
  await expectNoAxeFindings(page);
  await editor.getByRole('button', { name: 'Keep it, and lay all by it' }).click();
  await expect(editor).toHaveCount(0);
  await expect(page.getByLabel('School', { exact: true })).toContainText('Mine for evenings');
  const boots = page.locator('li[data-element="Boots"]');
  await expect(boots.locator('[data-note]')).toContainText(['takes a fourth marker; its ladder has 3']);
  await expectAllKept(page);

  await lonely.stopServer();
  lonely.cluster?.kill();
  await lonely.cluster?.restart();
  await lonely.startServer();
  await openRecipe(page, lonely.address);
  await expect(page.getByLabel('Paper', { exact: true })).toContainText('Snowdrift card 300 g');
  await expect(page.getByLabel('School', { exact: true })).toContainText('Mine for evenings');
  await expect(page.locator('li[data-element="Coat"] h3')).toContainText('Dark to light');
  expect(await keptColours(page)).toMatchObject({
    colouring: { paper: 'Snowdrift card 300 g', lineInk: 'Umber heat-set', extras: ['edgeMarker'] },
  });

  // On the sheet: places, paper and ink, what is done in the end. Its band maps are looked at where sheets are (tests/server/recipe-sheet.test.ts).
  await page.getByRole('button', { name: 'Print it' }).click();
  const text = await printedText(page);
  expect(text).toContain('Paper: Snowdrift card 300 g Line ink: Umber heat-set');
  expect(text).toContain('along the lower right edge and above the coat');
  expect(text).toContain('In the end, the whole image');

  // The own school is thrown away while the make is laid by it: told, and nothing else is lost.
  await page.getByRole('button', { name: 'Change this school' }).click();
  await editor.getByLabel('Name of your school').fill('Mine for mornings');
  await expect(editor.getByRole('button', { name: /^Its layers may dry/ })).toHaveAttribute('aria-pressed', 'true');
  await editor.getByRole('button', { name: /^Its layers may dry/ }).click();
  await editor
    .getByRole('button', { name: /^Take step \d+ out$/ })
    .last()
    .click();
  await editor.getByRole('button', { name: 'Keep it, and lay all by it' }).click();
  await expect(page.getByLabel('School', { exact: true })).toContainText('Mine for mornings');
  await expect(page.locator('li[data-element="Boots"] [data-note]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Change this school' }).click();
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Throw it away' }).click();
  await expect(page.getByLabel('School', { exact: true })).toContainText('Wet base, then dark to light');
  await expect(page.locator('li[data-element="Coat"] h3')).toContainText('Dark to light');

  // A new picture begins on the paper and with the ink of last time.
  await page.goto(`${lonely.address}/makes/new`);
  await page
    .locator('input[type="file"]')
    .first()
    .setInputFiles({
      name: 'ring.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 40"><circle cx="20" cy="20" r="15" fill="none" stroke="black"/></svg>',
      ),
    });
  await page.getByLabel('How wide is it on paper?').fill('40');
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(page).toHaveURL(/#/);
  await expect
    .poll(async () => (await keptColours(page))?.colouring)
    .toMatchObject({ paper: 'Snowdrift card 300 g', lineInk: 'Umber heat-set' });
});

test('papers and inks are put in, told what they are, noted and taken out; a paper that recipes name stays a name', async ({
  page,
  piloting,
}) => {
  await openRecipe(page, piloting.address);
  // By keys: another paper is typed, and is in the list from then on.
  await page.getByLabel('Paper', { exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Another');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Harbour fog');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Paper', { exact: true })).toContainText('Harbour fog');
  await expect(page.getByRole('region', { name: 'Paper and line ink' })).toContainText('test it on a scrap first');
  await expectAllKept(page);

  await page.goto(`${piloting.address}/rack`);
  await page.getByRole('button', { name: 'Paper and ink' }).click();
  const fog = page.locator('[data-supply="Harbour fog"]');
  await choose(fog.getByLabel('What Harbour fog is'), 'watercolour paper');
  await expect(fog).toContainText('It drinks the ink');
  // How large a sheet of it is, how thick, and how many are left, as the plan of cards asks for it.
  await fog.getByRole('button', { name: /^Sheet of Harbour fog/ }).click();
  await fog.getByLabel('Sheet wide').fill('8 1/2 in');
  await fog.getByLabel('Sheet high').fill('11 in');
  await fog.getByLabel('Thick, in mm').fill('0,3');
  await fog.getByLabel('Sheets left').fill('a few');
  await expect(fog.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  await fog.getByLabel('Sheets left').fill('12');
  await fog.getByLabel('Price of a sheet').fill('0,4');
  await fog.getByRole('button', { name: 'Keep it' }).click();
  await expect(fog.getByRole('button', { name: /^Sheet of Harbour fog/ })).toHaveText(
    '215.9 × 279.4 mm, 0.3 mm thick, 12 sheets left, 0.40 a sheet',
  );
  await page.getByLabel('This', { exact: true }).fill('Harbour fog');
  await choose(page.getByLabel('does with'), 'not');
  await page.getByLabel('that', { exact: true }).fill('alcohol ink');
  await page.getByLabel('What you saw').fill('It bled through in an hour.');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(fog).toContainText('It bled through in an hour.');
  // A round of what must be dry: told where it matters.
  await page.getByLabel('This', { exact: true }).fill('white gel pen');
  await choose(page.getByLabel('does with'), 'dry before');
  await page.getByLabel('that', { exact: true }).fill('white pencil');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('button', { name: 'Take out: white gel pen and white pencil' })).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Take Harbour fog out' }).click();
  await expect(fog).toHaveCount(0);

  await openRecipe(page, piloting.address);
  await expect(page.getByRole('region', { name: 'Paper and line ink' })).toContainText(
    '“Harbour fog” is not among your things any more; its name stays here.',
  );
  const scarf = await inHand(page, 'Scarf');
  await scarf.getByRole('button', { name: 'White pencil' }).click();
  await scarf.getByRole('button', { name: 'White gel pen' }).click();
  await expect(scarf.locator('[data-note]')).toContainText([/waits for .* that goes round/]);
  await expect(marksOf(scarf).last(), 'in the order that is known').toContainText('white gel pen');
});

test('a pair that refuses, a dry marker and a wide step are said at the mark where they matter', async ({ page, piloting }) => {
  const rack = await (await fetch(`${piloting.address}/api/rack`)).json();
  const marker = (code: string) => rack.markers.find((one: { code: string }) => one.code === code);
  const [light, dark] = [marker('62b.rose'), marker('36b.rose')];
  const change = {
    markers: [{ ...marker('88b.rose'), state: 'dry' }],
    pairNotes: [{ firstId: light.id, secondId: dark.id, verdict: 'refuses', reason: '', on: '2026-01-01' }],
  };
  const answer = await fetch(`${piloting.address}/api/rack`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: piloting.address },
    body: JSON.stringify(change),
  });
  expect(answer.status).toBe(200);
  await openRecipe(page, piloting.address);
  const marks = marksOf(page.locator('li[data-element="Scarf"]'));
  await expect(marks.first().locator('[data-mind]')).toContainText(['88b.rose is dry: refill it']);
  await expect(marks.nth(1).locator('[data-mind]')).toHaveCount(0);
  await expect(marks.nth(2).locator('[data-mind]').last()).toContainText(
    /62b\.rose to 36b\.rose: you noted that they refuse to blend: touch tip to tip/,
  );
  await goTo(page, 'Light');
});

test.describe('under a finger', () => {
  test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } });
  test('a mark is tapped and its place stands out; coats and extras are turned', async ({ page, piloting }) => {
    await openRecipe(page, piloting.address);
    const boots = page.locator('li[data-element="Boots"]');
    const mark = marksOf(boots).nth(1).getByRole('button');
    await mark.tap();
    await expect(mark).toHaveAttribute('aria-pressed', 'true');
    await boots.getByRole('button', { name: 'Boots', exact: true }).tap();
    await boots.getByRole('button', { name: 'Two', exact: true }).tap();
    await boots.getByRole('button', { name: 'Coloured pencil' }).tap();
    await expect(marksOf(boots).last()).toContainText('coloured pencil');
    await expectAllKept(page);
    const own = (await keptColours(page))?.elements.find(({ name }) => name === 'Boots');
    expect(own).toMatchObject({ coats: { passes: 2 }, extras: ['pencilShading'] });
  });
});
