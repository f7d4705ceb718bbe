import type { Locator, Page } from '@playwright/test';
import { expect, expectAllKept, expectNoAxeFindings, test } from './application';
import { choose } from './choose';
import { kept } from './kept';
import { colourAt, expectBandsShown, goTo, paper, tap } from './picture';

const pilot = '/makes/make-balloon-post-pilot';
const stations = ['Picture', 'Elements', 'Groups', 'Light', 'Recipe'] as const;

type Box = { x: number; y: number; width: number; height: number };
async function boxOf(one: Locator): Promise<Box> {
  const box = await one.boundingBox();
  if (!box) throw new Error('It is not on the screen.');
  return box;
}
const overlap = (one: Box, other: Box, slack = 1): boolean =>
  one.x + slack < other.x + other.width &&
  other.x + slack < one.x + one.width &&
  one.y + slack < other.y + other.height &&
  other.y + slack < one.y + one.height;

test('the picture takes at least half of the window, in one place and size at all stations', async ({ page, shared }) => {
  await page.goto(`${shared.address}${pilot}#picture`);
  const sheets: Box[] = [];
  for (const station of stations) {
    await goTo(page, station);
    const place = await boxOf(page.locator('[data-stage]'));
    expect(place.width * place.height, `${station}: its place`).toBeGreaterThanOrEqual(0.5 * 1280 * 800);
    await expect(page.locator('[data-stage] canvas').first()).toBeVisible();
    await expect.poll(async () => (await boxOf(page.locator('[data-stage] canvas').first())).width).toBeGreaterThan(480);
    sheets.push(await boxOf(page.locator('[data-stage] canvas').first()));
  }
  for (const sheet of sheets) expect(sheet).toEqual(sheets[0]);
});

test('each element has its tint, its name on hover, by keys and in the view of names; a chosen one stands out at every station', async ({
  page,
  shared,
}) => {
  await page.goto(`${shared.address}${pilot}#elements`);
  const names = page.getByRole('list', { name: 'Names on the picture' }).getByRole('listitem');
  const coat = [0.36, 0.62] as const;
  const scarf = [0.55, 0.505] as const;
  await expect.poll(() => colourAt(page, coat)).not.toEqual([255, 255, 255]);
  const [coatTint, scarfTint] = [await colourAt(page, coat), await colourAt(page, scarf)];
  expect(Math.max(...coatTint.map((value, index) => Math.abs(value - (scarfTint[index] ?? 0))))).toBeGreaterThan(15);

  await expect(names).toHaveCount(0);
  const sheet = await boxOf(paper(page));
  await page.mouse.move(sheet.x + coat[0] * sheet.width, sheet.y + coat[1] * sheet.height);
  await expect(names).toHaveText(['Coat']);
  await page.getByRole('button', { name: 'Names', exact: true }).click();
  await expect(names).toHaveCount(16);
  const boxes = await names.evaluateAll((items) => items.map((item) => item.getBoundingClientRect().toJSON() as Box));
  for (const [index, one] of boxes.entries()) {
    for (const other of boxes.slice(index + 1)) expect(overlap(one, other), 'names do not cover each other').toBe(false);
  }
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Names', exact: true }).click();

  await page.getByRole('button', { name: 'Take Coat in hand' }).click();
  for (const station of ['Elements', 'Groups', 'Light', 'Recipe'] as const) {
    await goTo(page, station);
    if (station !== 'Elements') {
      await expectBandsShown(page);
      // What was in hand ended with the station.
      await expect(names.filter({ hasText: 'Coat' })).toHaveCount(0);
      await tap(page, coat);
    }
    await expect(page.locator('[data-chosen]')).not.toHaveAttribute('data-chosen', '');
    // What is not the coat is faded towards the white of the paper.
    await expect.poll(async () => Math.min(...(await colourAt(page, scarf))), `${station}: the scarf is faded`).toBeGreaterThan(200);
    await expect.poll(async () => Math.min(...(await colourAt(page, coat))), `${station}: the coat is not`).toBeLessThan(225);
    await expect(names.filter({ hasText: 'Coat' })).toHaveCount(1);
  }
  // It ends with the station: at the Picture nothing is faded, and there is nothing to put down.
  await goTo(page, 'Picture');
  await page.getByRole('tablist', { name: 'Work on the picture' }).getByRole('tab', { name: 'Measure' }).click();
  await expect(names).toHaveCount(0);
  await expect.poll(() => colourAt(page, scarf).then((colour) => Math.min(...colour)), 'nothing is faded').toBeLessThan(200);
  await goTo(page, 'Recipe');

  // By keys: the walk names what it stands on.
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowDown');
  await expect(names).not.toHaveCount(0);
});

test('the value rail is seen whole: white to L* 0, 16 elements, no code over another or over an edge', async ({ page, shared }) => {
  await page.goto(`${shared.address}${pilot}#groups`);
  const rail = page.getByRole('region', { name: /^Value rail/ });
  await expect(rail.getByRole('button')).toHaveCount(16);
  const seen = await boxOf(rail);
  expect(seen.y + seen.height).toBeLessThanOrEqual(800);
  await expect(rail.getByText('white', { exact: true })).toBeVisible();
  await expect(rail.getByText('L* 0', { exact: true })).toBeVisible();
  const columns = await rail.getByRole('button').evaluateAll((items) => items.map((item) => item.getBoundingClientRect().toJSON() as Box));
  for (const column of columns) {
    expect(column.x).toBeGreaterThanOrEqual(seen.x);
    expect(column.x + column.width).toBeLessThanOrEqual(seen.x + seen.width + 1);
  }
  const texts = await rail.locator('text').evaluateAll((items) => items.map((item) => item.getBoundingClientRect().toJSON() as Box));
  expect(texts.length).toBeGreaterThan(40);
  for (const [index, one] of texts.entries()) {
    expect(one.x >= seen.x - 1 && one.x + one.width <= seen.x + seen.width + 1, 'within the rail').toBe(true);
    for (const other of texts.slice(index + 1)) expect(overlap(one, other), `${JSON.stringify(one)} ${JSON.stringify(other)}`).toBe(false);
  }
});

test('what to mind of a ladder stands at the ladder; a code that is long stays within its card', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-balloon#groups`);
  const crown = page.getByRole('button', { name: /^Crown/ });
  await crown.click();
  const ladder = crown.getByRole('img');
  for (const [codes, words] of [
    ['79d.rose, 27d.rose', /Mind: 79d\.rose to 27d\.rose: a wide step of 40 L\*$/],
    ['79m.lake, 53m.lake', /Mind: 53m\.lake is dry$/],
    ['88d.wine, 62d.wine', /Mind: 88d\.wine to 62d\.wine: you noted that they refuse to blend$/],
  ] as const) {
    await page.getByLabel('Codes, in any order').fill(codes);
    await page.getByRole('button', { name: 'Give it' }).click();
    await expect(ladder).toHaveAccessibleName(words);
    await expect(ladder.locator('title').filter({ hasText: /wide|dry|refuse/ })).toHaveCount(1);
  }
  await expectAllKept(page);

  await choose(page.getByLabel('Markers in it'), '3');
  const suggestions = page.getByRole('region', { name: 'For Crown' }).getByRole('button');
  await expect(suggestions.first()).toBeVisible();
  const spills = await suggestions.evaluateAll((cards) =>
    cards.flatMap((card) => {
      const edge = card.getBoundingClientRect().right;
      return [...card.querySelectorAll('text')]
        .filter((text) => text.getBoundingClientRect().right > edge + 0.5)
        .map((text) => text.textContent);
    }),
  );
  expect(spills).toEqual([]);
});

test('the table shows five makes at once, each in its colours', async ({ page, shared }) => {
  await page.goto(shared.address);
  const strips = page.getByRole('article');
  await expect(strips).toHaveCount(6);
  await expect(page.locator('[data-thumbnail="colours"]')).toHaveCount(6);
  // A rail shows each marker in the colour that it was read in.
  await expect(
    strips
      .first()
      .getByRole('img', { name: /^Value rail/ })
      .locator('rect[fill^="#"], path[fill^="#"]'),
  ).not.toHaveCount(0);
  const boxes = await strips.evaluateAll((items) => items.map((item) => item.getBoundingClientRect().toJSON() as Box));
  for (const box of boxes.slice(0, 5)) expect(box.y + box.height, 'a strip is in sight').toBeLessThanOrEqual(800);
  const picture = page.locator('[data-thumbnail]').first().locator('img').nth(1);
  const most = await picture.evaluate((image) => {
    const { naturalWidth, naturalHeight } = image as HTMLImageElement;
    const context = new OffscreenCanvas(naturalWidth, naturalHeight).getContext('2d');
    context?.drawImage(image as HTMLImageElement, 0, 0);
    const data = context?.getImageData(0, 0, naturalWidth, naturalHeight).data ?? new Uint8ClampedArray();
    let coloured = 0;
    for (let i = 0; i < data.length; i += 4) {
      const own = [...data.subarray(i, i + 3)];
      if (Math.max(...own) - Math.min(...own) > 40) coloured++;
    }
    return coloured / (data.length / 4);
  });
  expect(most, 'a good part of the picture is in colour').toBeGreaterThan(0.1);
  await expectNoAxeFindings(page);
  // The same picture again costs nothing; another lamp is another picture.
  const address = `${shared.address}/api/makes/make-balloon-post-pilot/thumbnail?picture=picture-badger-pilot`;
  const tag = (await fetch(address)).headers.get('etag') ?? '';
  expect((await fetch(address, { headers: { 'if-none-match': tag } })).status).toBe(304);
});

test('the lamp stands beside the drawing wherever it is low, and is a ring where it stands over it; its places are all round', async ({
  page,
  shared,
}) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-parcel#light`);
  await expectBandsShown(page);
  const lamp = page.getByRole('slider', { name: 'Lamp' });
  for (const place of ['Upper left', 'Above', 'Upper right', 'Left', 'Right', 'Lower left', 'Below', 'Lower right', 'Straight above']) {
    await page.getByRole('button', { name: place, exact: true }).click();
    await expect(page.getByRole('button', { name: place, exact: true })).toHaveAttribute('aria-pressed', 'true');
    expect(await lamp.locator('circle').first().getAttribute('fill-opacity'), `${place}: a ring`).toBe('0');
  }
  await page.getByRole('button', { name: 'Below', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'The light comes from below, half high' })).toBeVisible();
  await lamp.focus();
  for (let press = 0; press < 9; press++) await page.keyboard.press('ArrowDown');
  for (let turn = 0; turn < 8; turn++) {
    for (let press = 0; press < 9; press++) await page.keyboard.press('ArrowRight');
    expect(overlap(await boxOf(lamp), await boxOf(paper(page)), 8), `a low lamp, turned ${turn} times`).toBe(false);
  }
  await expectAllKept(page);
});

test('what each marker covers is said in cm², largest first', async ({ page, shared }) => {
  await page.goto(`${shared.address}${pilot}#light`);
  await expectBandsShown(page);
  const rows = page.getByRole('table', { name: 'Paper each marker covers, in cm²' }).getByRole('row');
  await expect(rows.first()).toContainText('Coat');
  const areas = (await rows.evaluateAll((items) => items.map((item) => item.querySelector('td')?.textContent ?? ''))).map((text) =>
    [...text.matchAll(/ (\d+\.\d)/g)].reduce((sum, [, cm2]) => sum + Number(cm2), 0),
  );
  expect(areas.length).toBeGreaterThan(10);
  for (const [index, area] of areas.entries()) expect(area).toBeLessThanOrEqual((areas[index - 1] ?? 99) + 0.3);
});

test('a tapped element of the recipe is shown on the picture', async ({ page, shared }) => {
  await page.goto(`${shared.address}${pilot}#recipe`);
  await expectBandsShown(page);
  const scarf = [0.55, 0.505] as const;
  const before = await colourAt(page, scarf);
  await page.getByRole('button', { name: 'Boots', exact: true }).click();
  await expect(page.locator('[data-chosen]')).not.toHaveAttribute('data-chosen', '');
  await expect.poll(async () => Math.min(...(await colourAt(page, scarf)))).toBeGreaterThan(Math.min(...before) + 20);
  await page.getByRole('button', { name: 'Boots', exact: true }).click();
  await expect.poll(() => colourAt(page, scarf)).toEqual(before);
});

async function expectStationInSight(page: Page, station: string): Promise<void> {
  const link = page.getByRole('navigation', { name: 'Workline' }).getByRole('link', { name: new RegExp(`^${station}`) });
  await expect(link).toHaveAttribute('aria-current', 'step');
  await expect
    .poll(async () => {
      const { x, width } = await boxOf(link);
      return x >= 0 && x + width <= 390;
    }, station)
    .toBe(true);
}

test('on a phone the station one stands on is in sight, and titles are whole', async ({ page, shared }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${shared.address}${pilot}#recipe`);
  await expectStationInSight(page, 'Recipe');
  await goTo(page, 'Light');
  await expectStationInSight(page, 'Light');
  const title = page.getByRole('heading', { level: 1 });
  expect(await title.evaluate((own) => own.scrollWidth <= own.clientWidth && own.scrollHeight <= own.clientHeight + 1)).toBe(true);
  await page.goto(shared.address);
  for (const heading of await page.getByRole('heading', { level: 2 }).all())
    expect(await heading.evaluate((own) => own.scrollWidth <= own.clientWidth)).toBe(true);
});

test('an address that is none is answered in words, and a station that is none is named', async ({ page, shared }) => {
  await page.goto(`${shared.address}/nowhere`);
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('link', { name: 'To the table' }).click();
  await expect(page.getByRole('heading', { name: 'On the table' })).toBeVisible();
  await page.goto(`${shared.address}${pilot}#envelope`);
  await expect(page.getByText('There is no station “envelope” on the workline. Here are the elements.')).toBeVisible();
});

test('by keys a new element is named and the walk goes on where it was', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-lantern#elements`);
  await expect(page.getByRole('button', { name: 'Show the next one' })).toBeEnabled();
  await page.getByRole('button', { name: 'Show the next one' }).focus();
  await page.keyboard.press('Enter');
  const picture = page.getByRole('application');
  await expect(picture).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^Element \d+ begun with 1 area$/)).toBeVisible();
  await expect(picture).toBeFocused();
  // Letters are its name; with Enter it is done, and put down.
  await page.keyboard.type('Wick');
  await expect(page.getByLabel('Name of the element').last()).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(picture).toBeFocused();
  await expect(page.getByRole('button', { name: 'Take Wick in hand', exact: true })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(/^Area \d+ of \d+/)).toBeVisible();
  await page.getByRole('button', { name: 'Remove Wick' }).click();
  await expectAllKept(page);
});

test('while a mend is read a progress bar is shown, pushes nothing, and nothing is called found or none before it is', async ({
  page,
  shared,
}) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-parcel#picture`);
  await expect(page.getByRole('heading', { name: /^Openings the drawing leaves \(\d+\)$/ })).toBeVisible();
  // Every frame until the picture is read: where the tools stand, whether a bar is there, what the list of openings says.
  const watched = page.evaluate(
    () =>
      new Promise<{ tops: number[]; bar: boolean; saidNone: boolean }>((resolve) => {
        const tops = new Set<number>();
        let [bar, begun, saidNone] = [false, false, false];
        const look = () => {
          const tools = document.querySelector('[data-tool-words]');
          if (tools) tops.add(Math.round(tools.getBoundingClientRect().top));
          if (document.querySelector('[role="progressbar"]')) bar = true;
          const isRead = document.querySelector('[data-read]')?.getAttribute('data-read') === 'yes';
          if (!isRead && document.querySelector('[data-openings]')?.textContent?.includes('None')) saidNone = true;
          if (!isRead) begun = true;
          if (begun && isRead) resolve({ tops: [...tops], bar, saidNone });
          else requestAnimationFrame(look);
        };
        look();
      }),
  );
  await page.getByRole('button', { name: 'Next opening' }).click();
  await page.getByRole('button', { name: 'Close it', exact: true }).click();
  const { tops, bar, saidNone } = await watched;
  expect(bar, 'a bar was seen').toBe(true);
  expect(tops, 'the tools stood still').toHaveLength(1);
  expect(saidNone).toBe(false);
  await expect(page.getByRole('heading', { name: /^Openings the drawing leaves \(\d+\)$/ })).toBeVisible();
  await expectAllKept(page);
});

test('the drawing turns the way that is asked for', async ({ page, shared }) => {
  await page.goto(`${shared.address}/makes/make-balloon-post-parcel#picture`);
  await page.getByRole('tab', { name: 'Straighten' }).click();
  const corner = page.getByRole('slider', { name: 'Left top corner' }).or(page.getByLabel('Left top corner')).first();
  const before = await boxOf(corner);
  await page.getByRole('button', { name: 'Turn the drawing by 1 degrees' }).click();
  // To see the drawing turned clockwise, what is cut out of it turns the other way: its left top goes down.
  await expect.poll(async () => (await boxOf(corner)).y).toBeGreaterThan(before.y + 1);
  await page.getByRole('button', { name: 'Turn the drawing by -1 degrees' }).click();
  await expect.poll(async () => Math.abs((await boxOf(corner)).y - before.y)).toBeLessThan(1);
});

test('how much of the inside is no area is said, and leads to the mend', async ({ page, shared }) => {
  // A coat whose front is left open by its hem, between two closed sleeves.
  const coat =
    '<path d="M30 20 L70 20 L72 58 M69 58 L50 56 M47 56 L28 58 L30 20" fill="none" stroke="#000" stroke-width="0.8"/>' +
    '<rect x="8" y="20" width="16" height="34" fill="none" stroke="#000" stroke-width="0.8"/>' +
    '<rect x="76" y="20" width="16" height="34" fill="none" stroke="#000" stroke-width="0.8"/>';
  await page.goto(`${shared.address}/makes/new`);
  await page
    .locator('input[type="file"]')
    .first()
    .setInputFiles({
      name: 'coat.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="80mm" viewBox="0 0 100 80">${coat}</svg>`),
    });
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(page.locator('[data-area-count]')).toHaveText('2');
  await goTo(page, 'Elements');
  await expect(page.locator('[data-open-inside]')).toContainText(/^\d\d % \(1\d\.\d cm²\) of the drawing’s inside is no area/);
  await page.getByRole('button', { name: 'Close them' }).click();
  await expect(page.getByRole('heading', { name: /^Openings the drawing leaves \([23]\)$/ })).toBeVisible();
  // One press closes all that are sure; what was open is an area then, and nothing is said to be none.
  await page.getByRole('button', { name: 'Close the 2 that are sure' }).click();
  await expect(page.getByText('2 openings closed.')).toBeVisible();
  await expect(page.locator('[data-area-count]')).toHaveText('3');
  await goTo(page, 'Elements');
  await expect(page.getByText('3 areas still white')).toBeVisible();
  await expect(page.locator('[data-open-inside]')).toHaveCount(0);
});

test('closed things that stand near each other are not called open, and rays are no openings', async ({ page, shared }) => {
  const rays = Array.from({ length: 12 }, (_, ray) => {
    const [x, y] = [Math.cos((ray * Math.PI) / 6), Math.sin((ray * Math.PI) / 6)];
    return `M${50 + 12 * x} ${40 + 12 * y} L${50 + 17 * x} ${40 + 17 * y}`;
  }).join(' ');
  const frames = [6, 15, 24, 68, 77, 86].map((x) => `<rect x="${x}" y="18" width="7" height="44" fill="none" stroke="#000"/>`).join('');
  const sun = `<circle cx="50" cy="40" r="10" fill="none" stroke="#000"/><path d="${rays}" fill="none" stroke="#000"/>${frames}`;
  await page.goto(`${shared.address}/makes/new`);
  await page
    .locator('input[type="file"]')
    .first()
    .setInputFiles({
      name: 'sun.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="80mm" viewBox="0 0 100 80">${sun}</svg>`),
    });
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(page.locator('[data-area-count]')).toHaveText('7');
  await expect(page.getByText('None that would make an area.')).toBeVisible();
  await goTo(page, 'Elements');
  await expect(page.getByText('7 areas still white')).toBeVisible();
  await expect(page.locator('[data-open-inside]')).toHaveCount(0);
});

test('brown lines are shown brown, told in words, kept, and printed in their colour', async ({ page, shared }) => {
  const brown = '<rect x="20" y="20" width="60" height="40" fill="none" stroke="#6b3f1e" stroke-width="3"/>';
  await page.goto(`${shared.address}/makes/new`);
  await page
    .locator('input[type="file"]')
    .first()
    .setInputFiles({
      name: 'frame.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="80mm" viewBox="0 0 100 80">${brown}</svg>`),
    });
  await page.getByRole('button', { name: 'Start this make' }).click();
  await expect(page.locator('[data-area-count]')).toHaveText('1');
  await expect(page.locator('[data-size]')).toHaveText('100 × 80 mm, lines dark brown');
  expect((await kept(page)).pictures[0]?.grey.lineHex).toMatch(/^#6[0-9a-f]3[0-9a-f]1[0-9a-f]$/);
  await goTo(page, 'Elements');
  await expect(page.getByText('1 area still white')).toBeVisible();
  const [r, g, b] = await colourAt(page, [0.2, 0.5]);
  expect(r - b, 'brown, not grey').toBeGreaterThan(50);
  expect(r).toBeGreaterThan(g);
});
