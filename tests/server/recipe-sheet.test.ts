import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { type RecipeSheet, recipePapers, recipeSheets } from '#model/api/recipes';
import type { WrittenRecipe } from '#model/written-recipe';
import { recipePdf } from '#server/formats/recipe-sheet/recipe-sheet';
import type { SheetOf } from '#server/formats/recipe-sheet/sheet-of';
import { madeUpWritten, madeUpWrittenElement } from '../made-up-recipe';
import { seeded } from '../seeded';

/** ISO 216 and ANSI/ASME Y14.1, in mm. */
const sizesMm = { A4: [210, 297], Letter: [215.9, 279.4], A5: [148, 210], 'Half Letter': [139.7, 215.9] } as const;
const folder = mkdtempSync(join(tmpdir(), 'recipe-'));

/** Ninety elements, their names in Latin, Cyrillic and Hebrew letters; some long, some with picture signs. */
const names = Array.from({ length: 90 }, (_, index) => {
  const kinds = [
    `Scarf ${index}`,
    `Шарф ${index}`,
    `צעיף ${index}`,
    `🦊 Fox ${index}`,
    `Strap of the flying goggles on the left, number ${index}`,
  ];
  return kinds[index % 5] as string;
});
const random = seeded(5);
const elements = names.map((name, index) =>
  madeUpWrittenElement(`N${index}`, index % 7 === 0 ? [70] : [90, 60, 30], {
    name,
    atMm: [5 + 40 * random(), 5 + 50 * random()],
    marks: Array.from({ length: 4 }, (_, mark) => ({
      ...{ number: 4 * index + mark + 1, code: 'SCARF 60', how: 'small circles', purpose: 'lay the base' },
      where: 'along the lower right edge and beside the coat',
    })),
  }),
);
const long: WrittenRecipe = madeUpWritten(
  elements,
  {},
  {
    paper: 'Snowdrift card 300 g',
    withoutLadder: ['Buttons', 'Пуговицы'],
    leftWhite: 12,
    finish: [{ number: 400, code: 'fine pen', where: 'the whole image', how: 'draw', purpose: 'go over the lines' }],
    order: elements.map(({ name }) => ({
      name,
      codes: ['SCARF 60'],
      marks: 4,
      why: 'Before the coat, whose dark ink would be dragged into it.',
    })),
  },
);

/** Its bands: a checkerboard of elements, each of three bands. */
function bandMap() {
  const [widthPx, heightPx] = [200, 240];
  const owners = Uint16Array.from(
    { length: widthPx * heightPx },
    (_, i) => 1 + ((Math.floor((i % widthPx) / 20) + 10 * Math.floor(i / widthPx / 27)) % 90),
  );
  const bands = Uint8Array.from({ length: widthPx * heightPx }, (_, i) => 1 + (Math.floor((i % 20) / 7) % 3));
  return { widthPx, heightPx, owners, bands };
}

async function written(of: SheetOf, wish: RecipeSheet) {
  const file = join(folder, `${wish.sheet}-${wish.paper.replace(' ', '')}${wish.grey ?? ''}.pdf`);
  writeFileSync(file, await recipePdf(of, wish));
  const info = execFileSync('pdfinfo', [file]).toString();
  const [, widePt, tallPt] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(info) ?? [];
  return {
    file,
    pages: Number(/Pages:\s+(\d+)/.exec(info)?.[1]),
    sizeMm: [widePt, tallPt].map((pt) => (Number(pt) * 25.4) / 72),
    // In reading order, marks of the direction taken out.
    text: execFileSync('pdftotext', [file, '-'], { maxBuffer: 1 << 26 })
      .toString()
      .replaceAll(/[\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, ''),
    fonts: execFileSync('pdffonts', [file]).toString(),
    boxes: execFileSync('pdftotext', ['-bbox', file, '-'], { maxBuffer: 1 << 27 }).toString(),
  };
}

let look: NonNullable<SheetOf['look']>;
beforeAll(async () => {
  const colours = sharp({ create: { width: 200, height: 240, channels: 3, background: '#d02040' } });
  look = { bytes: new Uint8Array(await colours.jpeg().toBuffer()), widthPx: 200, heightPx: 240 };
});

/** Every word stands on its page, whole: nothing is cut off. */
function beyondPage(boxes: string): string[] {
  const beyond: string[] = [];
  for (const page of boxes.split('<page ').slice(1)) {
    const [, wide, tall] = /width="([\d.]+)" height="([\d.]+)"/.exec(page) ?? [];
    for (const [, x, y, right, foot, word] of page.matchAll(
      /<word xMin="([-\d.]+)" yMin="([-\d.]+)" xMax="([-\d.]+)" yMax="([-\d.]+)">(.*?)<\/word>/g,
    ))
      if (Number(x) < 20 || Number(y) < 15 || Number(right) > Number(wide) - 20 || Number(foot) > Number(tall) - 15)
        beyond.push(word ?? '');
  }
  return beyond;
}

describe('the sheets of a recipe, opened by poppler', () => {
  it.each(recipePapers)(
    'for the desk on %s: its size, every one of 90 elements in three scripts, all marks, nothing cut off',
    async (paper) => {
      const { pages, sizeMm, text, fonts, boxes } = await written(
        { recipe: long, title: 'Ninety', bandMap: bandMap(), look },
        { paper, sheet: 'desk' },
      );
      for (const [index, mm] of sizesMm[paper].entries()) expect(Math.abs((sizeMm[index] ?? 0) - mm)).toBeLessThan(0.2);
      expect(pages).toBeGreaterThan(10);
      const flat = text.replaceAll(/\s+/g, ' ');
      for (const [index, name] of names.entries()) {
        // Of names that are read from the right the number stands at either side.
        const parts = name.split(' ');
        for (const part of parts) expect(flat, `${index + 1} ${name}`).toContain(part);
      }
      for (const number of [1, 180, 360]) expect(flat).toContain(`${number} SCARF 60 along`);
      expect(flat).toContain('Buttons (no ladder yet), Пуговицы (no ladder yet), 12 areas that stay white');
      expect(flat).toContain('Alcohol ink: air the room');
      expect(flat).toContain('Snowdrift card 300 g');
      // Rows of pdffonts: every face is embedded.
      const rows = fonts.trim().split('\n').slice(2);
      expect(rows.length).toBeGreaterThan(3);
      for (const row of rows) expect(row).toMatch(/\byes\s+(yes|no)\s+(yes|no)\s+\d+/);
      expect(beyondPage(boxes)).toEqual([]);
    },
  );

  it.each(recipeSheets)('the sheet "%s" holds every element and code on A5, and says the same each time', async (sheet) => {
    const { text, boxes } = await written({ recipe: long, title: 'Ninety', look }, { paper: 'A5', sheet });
    const flat = text.replaceAll(/\s+/g, ' ');
    for (const { ladder } of elements) for (const { code } of ladder) for (const part of code.split(' ')) expect(flat).toContain(part);
    for (const word of ['Scarf', 'Шарф', 'צעיף', '🦊', 'goggles']) expect(flat.split(word).length - 1, word).toBeGreaterThanOrEqual(18);
    expect(beyondPage(boxes)).toEqual([]);
    const again = await recipePdf({ recipe: long, title: 'Ninety', look }, { paper: 'A5', sheet });
    expect(Buffer.from(again).equals(Buffer.from(await recipePdf({ recipe: long, title: 'Ninety', look }, { paper: 'A5', sheet })))).toBe(
      true,
    );
  });

  it('in grey holds no colour at all, and still its numbers, codes and band maps', async () => {
    const short = madeUpWritten(elements.slice(0, 6));
    const coloured = await written({ recipe: short, title: 'Six', bandMap: bandMap(), look }, { paper: 'A4', sheet: 'desk' });
    const { file, text } = await written(
      { recipe: short, title: 'Six', bandMap: bandMap(), look },
      { paper: 'A4', sheet: 'desk', grey: '1' },
    );
    const strongest = async (pdf: string) => {
      execFileSync('pdftoppm', ['-r', '40', '-png', '-f', '1', '-l', '1', pdf, join(folder, 'page')]);
      const { data, info } = await sharp(join(folder, 'page-1.png')).raw().toBuffer({ resolveWithObject: true });
      let most = 0;
      for (let i = 0; i < data.length; i += info.channels) {
        const [r = 0, g = 0, b = 0] = data.subarray(i, i + 3);
        most = Math.max(most, Math.max(r, g, b) - Math.min(r, g, b));
      }
      return most;
    };
    expect(await strongest(coloured.file)).toBeGreaterThan(80);
    expect(await strongest(file)).toBeLessThan(6);
    expect(text.replaceAll(/\s+/g, ' ')).toContain('SCARF 60');
  });

  it('the band map of a ladder of three is told by three greys that print, with a rim', async () => {
    const recipe = madeUpWritten([madeUpWrittenElement('Scarf', [90, 60, 30])]);
    const all = bandMap();
    const map = { ...all, owners: all.owners.map(() => 1) };
    const { file } = await written({ recipe, title: 'One', bandMap: map }, { paper: 'A5', sheet: 'desk' });
    execFileSync('pdfimages', ['-png', file, join(folder, 'map')]);
    const { data, info } = await sharp(join(folder, 'map-000.png')).raw().toBuffer({ resolveWithObject: true });
    const seen = new Map<number, number>();
    for (let i = 0; i < data.length; i += info.channels) seen.set(data[i] ?? 0, (seen.get(data[i] ?? 0) ?? 0) + 1);
    const often = [...seen].filter(([grey, count]) => grey > 90 && count > 100).map(([grey]) => grey);
    expect(often).toHaveLength(3);
    expect(seen.get(0) ?? 0, 'its rim').toBeGreaterThan(20);
  });

  it('a recipe without picture, map or place, and one with nothing in it, print all the same', async () => {
    const bare = madeUpWritten([madeUpWrittenElement('Hat', [80, 40])]);
    const { text, pages } = await written({ recipe: bare, title: 'Bare' }, { paper: 'Half Letter', sheet: 'desk' });
    expect(pages).toBe(1);
    expect(text).toContain('HAT 40');
    for (const sheet of recipeSheets)
      expect((await written({ recipe: madeUpWritten([]), title: 'Empty' }, { paper: 'A5', sheet })).pages).toBe(1);
  });

  it('codes with a space in them are told apart where they stand in a line', async () => {
    const recipe = madeUpWritten([madeUpWrittenElement('Scarf', [90, 60])]);
    const { text } = await written({ recipe, title: 'One' }, { paper: 'A5', sheet: 'card' });
    expect(text).toContain('SCARF 90 · SCARF 60');
  });

  it('a code as long as a line goes on in the next, and none of it is lost', async () => {
    const element = madeUpWrittenElement('Hat', [80]);
    const code = `${'LONG'.repeat(18)} 60`;
    const recipe = madeUpWritten([{ ...element, ladder: element.ladder.map((rung) => ({ ...rung, code })) }]);
    for (const sheet of recipeSheets) {
      const { text, boxes } = await written({ recipe, title: 'Long' }, { paper: 'Half Letter', sheet });
      expect(text.replaceAll(/\s+/g, ''), sheet).toContain(code.replace(' ', ''));
      expect(beyondPage(boxes)).toEqual([]);
    }
  });

  it('names that are read from the right stand as they are read: their letters in order, words from the right', async () => {
    const recipe = madeUpWritten([madeUpWrittenElement('צעיף אדום', [80]), madeUpWrittenElement('وشاح أحمر', [60], { id: 'b' })]);
    const { boxes, text } = await written({ recipe, title: 'R' }, { paper: 'A4', sheet: 'strip' });
    // Poppler tells the letters of a word with its box as they stand from the left; the word that is read first stands farther right.
    const left = (word: string) => Number(new RegExp(`xMin="([\\d.]+)"[^>]*>${[...word].reverse().join('')}<`).exec(boxes)?.[1]);
    expect(left('צעיף')).toBeGreaterThan(left('אדום'));
    expect(text).toMatch(/צעיף אדום/);
    expect(text).toMatch(/وشاح أحمر/);
  });
});
