/** Pictures of the main views from the running demo (./run demo first): node --import tsx scripts/screenshots.ts [FOLDER] [NAME ...] */
import { mkdir, writeFile } from 'node:fs/promises';
import { chromium, type Page } from '@playwright/test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { foundRecipesSchema } from '#model/api/recipes';
import { readSessionSchema } from '#model/api/sessions';
import { handSheet } from '#core/practice/hand/hand-sheet';
import { browserArguments, chromiumPath } from '../tests/browser/chromium';
import { photographedSession } from '../tests/browser/photographed';
import { colouredSheet, photographedPage } from '../tests/hand-sheets';
import { photographedSheet } from '../tests/photographed-sheet';
import { photographedCorners } from '../tests/pinhole';

const [folder = 'docs/screenshots', ...wanted] = process.argv.slice(2);
const address = process.env.AQUACHROME_ADDRESS ?? 'http://127.0.0.1:4747';
const pilot = `${address}/makes/make-balloon-post-pilot`;

async function bandsShown(page: Page): Promise<void> {
  await page.locator('[data-bands="shown"]').waitFor();
  await page.waitForTimeout(400);
}

/** The demo's parcel as a telephone would see its sheet on a table. */
async function photoOfParcel(): Promise<Buffer> {
  const photo = { width: 1400, height: 1050 };
  const { data, info } = await sharp('demo/line-images/parcel-and-cloud.svg', { density: 200 })
    .resize({ width: 1000 })
    .flatten({ background: '#ffffff' })
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true });
  // The drawing stands in the middle of its sheet, with a margin round it.
  const margin = 0.06;
  const sheet = { height: (1 - 2 * margin) * (info.height / info.width) + 2 * margin };
  const darkness = (x: number, y: number) => {
    const column = Math.round(((x - margin) / (1 - 2 * margin)) * info.width);
    const row = Math.round(((y * sheet.height - margin) / (1 - 2 * margin)) * info.width);
    const isOff = column < 0 || row < 0 || column >= info.width || row >= info.height;
    return isOff ? 0 : 1 - (data[row * info.width + column] ?? 255) / 255;
  };
  const look = { ...sheet, tiltDeg: 20, axisDeg: 25, turnDeg: -7, distance: 1.3, offX: 0.01, offY: 0, focal: 0.8 };
  const light = { paper: 222, table: 96, slope: 36, noise: 6, seed: 11 };
  const grey = photographedSheet(photo, photographedCorners(look, photo), light, darkness);
  return sharp(grey.data, { raw: { ...photo, channels: 1 } })
    .jpeg({ quality: 88 })
    .toBuffer();
}

/** Begins a sitting of the pilot and lays so many marks, each in about the time that it was planned for. @returns its id. */
async function sitting(page: Page, most: number, { end, fromMs }: { end?: object; fromMs?: number } = {}): Promise<string> {
  await page.goto(`${pilot}#colour`);
  await page.getByRole('button', { name: 'Start colouring' }).click();
  await page.locator('[data-mark]').waitFor({ timeout: 60_000 });
  const id = new URL(page.url()).pathname.split('/').at(-1) ?? '';
  const { head } = readSessionSchema.parse(await (await page.request.get(`${address}/api/sessions/${id}`)).json());
  const marks = head.marks.slice(0, most);
  let atMs = fromMs ?? Math.round(Date.now() - 1000 * marks.reduce((sum, { seconds }) => sum + seconds, 0));
  const entries = marks.map((mark, index): object => {
    atMs += Math.round(1000 * mark.seconds * (0.9 + 0.05 * (index % 5)));
    return { id: `${id.slice(0, 20)}-${index}`, atMs, kind: 'done', mark: mark.id };
  });
  if (end) entries.push({ id: `${id.slice(0, 20)}-end`, atMs: Date.now(), kind: 'end', ...end });
  const data = { entries };
  const answer = await page.request.post(`${address}/api/sessions/${id}/entries`, { data, headers: { origin: address } });
  if (!answer.ok()) throw new Error(await answer.text());
  return id;
}

/** A sitting in the middle of the coat; every view of it is the same mark. */
async function showSitting(page: Page): Promise<void> {
  const id = await sitting(page, 30);
  await page.goto(`${address}/sessions/${id}`);
  await page.locator('[data-painted]:visible').waitFor();
  await page.waitForTimeout(1200);
}

/** The pilot's recipe, kept if it is not yet. @returns its id. */
async function keepOnce(page: Page): Promise<string> {
  const listed = async () => {
    const answer = await page.request.get(`${address}/api/recipes?ask=${encodeURIComponent('{"makeId":"make-balloon-post-pilot"}')}`);
    return foundRecipesSchema.parse(await answer.json()).recipes[0]?.id;
  };
  const before = await listed();
  if (before) return before;
  await page.goto(`${pilot}#recipe`);
  await page.locator('[data-station="recipe"] [data-places="here"]').waitFor();
  await page.getByRole('button', { name: 'Keep this version' }).click();
  await page.getByText('Kept as version 1.').waitFor({ timeout: 60_000 });
  const kept = await listed();
  if (!kept) throw new Error('The recipe was not kept.');
  return kept;
}

/** `go`: where it answers bytes, they are the picture in place of the page. */
/** The pilot and the lantern as somebody else sends them: the one changed, the other new. */
async function sentMakes(): Promise<Buffer> {
  const body = JSON.stringify({ makes: ['make-balloon-post-pilot', 'make-balloon-post-lantern'], on: '2026-11-30' });
  const headers = { 'content-type': 'application/json', origin: address };
  const lines = (await (await fetch(`${address}/api/bundles/written`, { method: 'POST', headers, body })).text()).trim().split('\n');
  const { done } = JSON.parse(lines.at(-1) ?? '') as { done: { id: string } };
  const files = unzipSync(new Uint8Array(await (await fetch(`${address}/api/bundles/written/${done.id}`)).arrayBuffer()));
  const text = (name: string) => strFromU8(files[name] ?? new Uint8Array());
  const pilotText = text('makes/make-balloon-post-pilot.json').replace('"White fur"', '"Warm belly"');
  const lantern = 'make-balloon-post-lantern';
  const sent = {
    ...Object.fromEntries(Object.entries(files).filter(([name]) => name !== `makes/${lantern}.json`)),
    'makes/make-balloon-post-pilot.json': strToU8(pilotText.replace('The Balloon Post: the pilot', 'The pilot, in spring')),
    'makes/sent.json': strToU8(
      text(`makes/${lantern}.json`).replaceAll(lantern, 'sent').replace('The Balloon Post: the lantern', 'A lantern of leaves'),
    ),
    'aquachrome.json': strToU8(text('aquachrome.json').replaceAll(lantern, 'sent')),
  };
  return Buffer.from(zipSync(sent));
}

type Shot = { name: string; width?: number; height?: number; go: (page: Page) => Promise<unknown> };

const shots: Shot[] = [
  {
    name: 'table',
    go: async (page) => {
      await page.goto(address);
      await page.locator('[data-thumbnail="colours"]').nth(4).waitFor();
    },
  },
  {
    name: 'new-make',
    go: async (page) => {
      await page.goto(`${address}/makes/new`);
      const file = { name: 'parcel-and-cloud.jpg', mimeType: 'image/jpeg', buffer: await photoOfParcel() };
      await page.locator('input[type="file"]').first().setInputFiles(file);
      await page.getByLabel('How wide is the sheet?').fill('105');
      await page.locator('[data-sheet-seen]').waitFor();
    },
  },
  ...(['elements', 'groups', 'light', 'recipe'] as const).map((station) => ({
    name: `make-${station}`,
    go: async (page: Page) => {
      await page.goto(`${pilot}#${station}`);
      if (station === 'elements') {
        await page.locator('canvas[data-paper]').waitFor();
        await page.getByRole('button', { name: 'Names', exact: true }).click();
      } else await bandsShown(page);
      if (station === 'groups') {
        await page.getByRole('button', { name: /^Coat/ }).press('Enter');
        await page.getByRole('button', { name: /^Rung 62k/ }).click();
        await page.waitForTimeout(800);
      }
      if (station === 'recipe') {
        await page.locator('[data-places="here"]').waitFor();
        const scarf = page.locator('li[data-element="Scarf"]');
        await scarf.getByRole('heading').evaluate((heading) => heading.scrollIntoView({ block: 'start' }));
        await scarf.locator('ol > li button').nth(1).click();
        await page.waitForTimeout(800);
      }
    },
  })),
  {
    name: 'make-picture',
    go: async (page) => {
      await page.goto(`${pilot}#picture`);
      await page.locator('[data-mark="proposal"]').first().waitFor({ state: 'attached' });
    },
  },
  {
    name: 'make-recipe-look',
    go: async (page) => {
      await page.goto(`${pilot}#recipe`);
      await bandsShown(page);
      await page.getByRole('button', { name: 'Expected, dry' }).click();
      await page.locator('[data-look="dry"]').waitFor();
      await page.waitForTimeout(800);
      await bandsShown(page);
    },
  },
  {
    name: 'make-card',
    go: async (page) => {
      await page.goto(`${pilot}#card`);
      await page
        .getByRole('button', { name: /Begin with a card|Another piece/ })
        .first()
        .click();
      for (const name of [
        'Badger pilot',
        'Balloon of eight gores, die',
        'Frame 80 × 56',
        'Bunting of 14 flags, scanned, die',
        'Post from above',
      ])
        await page.getByRole('button', { name: `Put ${name} onto The card`, exact: true }).click();
      await page.getByRole('button', { name: 'That is all' }).click();
      await page.locator('[data-piece="Frame 80 × 56"] button[aria-expanded]').click();
      await page.getByRole('button', { name: /^As a ring/ }).click();
      const copies = page.getByRole('textbox', { name: 'How many of The card' });
      await copies.fill('3');
      await copies.press('Enter');
      await page.getByRole('tab', { name: 'Stamp and cut' }).click();
      await page.locator('[data-passes]').waitFor();
      await page.waitForTimeout(1200);
    },
  },
  {
    name: 'drawer',
    go: async (page) => {
      await page.goto(`${address}/drawer`);
      await page.locator('[data-thing="Lantern watch"] img').waitFor();
      await page.waitForTimeout(800);
    },
  },
  { name: 'colour-along', go: showSitting },
  { name: 'colour-along-phone', width: 390, height: 844, go: showSitting },
  {
    name: 'check',
    go: async (page) => {
      await page.goto(`${pilot}#colour`);
      await page.getByRole('button', { name: 'Check from a photo' }).first().click();
      await page.getByRole('heading', { level: 1 }).filter({ hasText: 'from a photo' }).waitFor({ timeout: 60_000 });
      const id = new URL(page.url()).pathname.split('/')[2] ?? '';
      const buffer = await photographedSession(address, id, { whiteSpotIn: 'Tail', overLineOf: 'Cap', litWrongly: 'Coat' });
      await page.getByLabel('Choose a photo or scan').setInputFiles({ name: 'badger.jpg', mimeType: 'image/jpeg', buffer });
      await page.locator('[data-finding="wrongSide"]').getByRole('button').first().click({ timeout: 90_000 });
      await page.locator('[data-shows="photo"]').waitFor({ timeout: 60_000 });
      await page.waitForTimeout(800);
    },
  },
  {
    name: 'practice',
    height: 1400,
    go: async (page) => {
      const hands = ['steady', 'white spot', 'over the line', 'one hard step', 'streaky', 'steady', null, 'steady'] as const;
      const { width, height, data } = photographedPage(colouredSheet(handSheet('edge', 'A4'), (figure) => hands[figure - 1] ?? null));
      const buffer = await sharp(Buffer.from(data), { raw: { width, height, channels: 3 } })
        .jpeg({ quality: 85 })
        .toBuffer();
      await page.goto(`${address}/practice`);
      await page.getByLabel('Choose a photo of a sheet').setInputFiles({ name: 'edge.jpg', mimeType: 'image/jpeg', buffer });
      await page.locator('[data-sheet-score]').waitFor({ timeout: 60_000 });
      await page.waitForTimeout(800);
    },
  },
  {
    name: 'logbook',
    go: async (page) => {
      // Its time at work is told from when it began.
      await sitting(page, 1000, { end: { happy: 'yes', nextTime: 'a rung darker under the chin' }, fromMs: Date.now() });
      await page.goto(`${address}/logbook`);
      await page.locator('[data-figures]').waitFor();
      await page.waitForTimeout(1200);
    },
  },
  {
    // After make-card: the same card, as it is laid out.
    name: 'card-layout',
    go: async (page) => {
      await page.goto(`${pilot}#card`);
      await page.getByRole('tab', { name: 'Paper' }).click();
      const papers = page.getByRole('region', { name: 'Paper of The card' });
      for (const sort of ['base', 'panel']) await papers.getByRole('button', { name: sort, exact: true }).click();
      await page.getByLabel('Paper of the panel').click();
      await page.getByRole('option', { name: 'Oatfield kraft' }).click();
      await page.getByRole('tab', { name: 'Lay out' }).click();
      const lay = async (name: string, left: number, top: number) => {
        await page.locator(`[data-thing="${name}"]`).first().getByRole('button', { expanded: false }).click();
        for (const [side, mm] of [
          ['left', left],
          ['top', top],
        ] as const) {
          await page.getByLabel(`${name} from the ${side}`).fill(String(mm));
          await page.keyboard.press('Enter');
        }
        await page.locator(`[data-thing="${name}"]`).first().getByRole('button', { expanded: true }).click();
      };
      for (const name of ['Balloon of eight gores, die', 'Bunting of 14 flags, scanned, die']) {
        await page.locator(`[data-thing="${name}"]`).getByRole('button', { expanded: false }).click();
        await page.getByRole('button', { name: `Take ${name} off the card` }).click();
      }
      await lay('Frame 80 × 56', 12.5, 58);
      await page.getByRole('button', { name: 'Frame 80 × 56 back' }).click();
      await lay('Badger pilot', 21, 36);
      await lay('Post from above', 23.5, 130);
      await page.locator('[data-thing="Badger pilot"]').getByRole('button', { expanded: false }).click();
      await page.getByRole('button', { name: 'Raised on foam' }).click();
      await page.getByRole('button', { name: 'Turn Badger pilot 5° to the left' }).click();
      await page.locator('[data-thing="Badger pilot"]').getByRole('button', { expanded: true }).click();
      await page.evaluate(() => window.scrollTo(0, 0));
      await page.waitForTimeout(4000);
    },
  },
  {
    name: 'recipe-kept',
    go: async (page) => {
      await keepOnce(page);
      await page.goto(`${address}/recipes`);
      await page.getByRole('link', { name: 'Open', exact: true }).first().click();
      await page.getByRole('img', { name: /as it was expected to look/ }).waitFor();
      await page.getByRole('button', { name: /^8 Scarf/ }).click();
    },
  },
  {
    name: 'rack-strands',
    go: async (page) => {
      await page.goto(`${address}/rack`);
      await page.getByRole('button', { name: /^53d.clay/ }).click();
    },
  },
  {
    name: 'makes-from-a-file',
    go: async (page) => {
      await page.goto(`${address}/bring-in`);
      await page
        .getByLabel('Choose a file')
        .setInputFiles({ name: 'From Ottilie.zip', mimeType: 'application/zip', buffer: await sentMakes() });
      await page.getByRole('button', { name: 'Keep both' }).click();
    },
  },
];

await mkdir(folder, { recursive: true });
const browser = await chromium.launch({ executablePath: chromiumPath, args: browserArguments });
for (const { name, width = 1280, height = 800, go } of shots) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const page = await browser.newPage({ viewport: { width, height } });
  page.on('console', (message) => {
    if (message.type() === 'error' || message.type() === 'warning') console.log(`${name}: ${message.text()}`);
  });
  page.on('pageerror', (error) => console.log(`${name}: ${error.message}`));
  const own = await go(page);
  await page.waitForTimeout(500);
  if (Buffer.isBuffer(own)) await writeFile(`${folder}/${name}.png`, own);
  else await page.screenshot({ path: `${folder}/${name}.png` });
  await page.close();
}
await browser.close();
