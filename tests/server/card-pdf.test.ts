import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { Die } from '#model/drawer';
import type { Make } from '#model/make';
import { newMake } from '#core/make/new-make';
import { cardPdf } from '#server/formats/card-pdf';
import { box, wavy } from '../made-up-outlines';

const die = (id: string, outline: Die['outline']): Die => ({ id, kind: 'die', does: 'cuts', name: `Die ${id}`, outline });
const places = (outline: readonly (readonly [number, number])[]): [number, number][] => outline.map(([x, y]) => [x, y]);
const plate = { id: 'plate', kind: 'machine', sort: 'die machine', name: 'Plate', widthMm: 150, heightMm: 200 } as const;

const make: Make = {
  ...newMake({ id: 'm', name: 'Kite day' }),
  drawn: [die('a', places(box(60, 40))), die('b', places(wavy(40, 25, 5))), die('c', places(box(50, 50)))],
  cards: [
    {
      ...{ id: 'card', name: 'The kite card', copies: 3 },
      pieces: ['a', 'b', 'c'].map((drawnId) => ({ id: drawnId, image: { kind: 'plain' }, cut: { by: 'die', drawnId }, count: 1 })),
    },
  ],
};

function written(bytes: Uint8Array): string {
  const path = join(mkdtempSync(join(tmpdir(), 'aquachrome-card-')), 'card.pdf');
  writeFileSync(path, bytes);
  return path;
}
const words = (path: string) => execFileSync('pdftotext', ['-layout', path, '-']).toString();
const pages = (path: string) =>
  [
    ...execFileSync('pdfinfo', ['-f', '1', '-l', '99', path])
      .toString()
      .matchAll(/Page\s+\d+ size:\s+([\d.]+) x ([\d.]+) pts/g),
  ].map(([, wide, high]) => [wide, high].map((pt) => (Number(pt) / 72) * 25.4));
/** Boxes of dark strokes of a page in mm, as poppler draws it at 254 dots an inch. */
function inkBoxMm(path: string, page: number): { left: number; top: number; right: number; bottom: number } {
  const grey = execFileSync('pdftoppm', ['-r', '254', '-gray', '-f', String(page), '-l', String(page), path], { maxBuffer: 64 << 20 });
  const [, width = 0, height = 0] = (/^P5\s+(\d+)\s+(\d+)/.exec(grey.subarray(0, 40).toString('latin1')) ?? []).map(Number);
  const start = grey.length - width * height;
  const box = { left: width, top: height, right: 0, bottom: 0 };
  // Under the title.
  for (let row = 150; row < height; row++) {
    for (let column = 0; column < width; column++) {
      if ((grey[start + row * width + column] ?? 255) > 128) continue;
      box.left = Math.min(box.left, column);
      box.right = Math.max(box.right, column);
      box.top = Math.min(box.top, row);
      box.bottom = Math.max(box.bottom, row);
    }
  }
  return { left: box.left / 10, top: box.top / 10, right: box.right / 10, bottom: box.bottom / 10 };
}

describe('what is needed, stamped and cut, on paper', () => {
  it('says it in words, then shows the pass and each outline with its mask at true size, as poppler reads it', async () => {
    const path = written(await cardPdf(make, { drawer: [plate], supplies: [] }, 'a4'));
    expect(pages(path)).toEqual(Array.from({ length: 6 }, () => [expect.closeTo(210, 1), expect.closeTo(297, 1)]));
    const text = words(path);
    expect(text).toMatch(/Kite day: what is needed/);
    expect(text).toMatch(/3 × The kite card, 3 pieces on each/);
    expect(text).toMatch(/9 pieces/);
    expect(text).toMatch(/Die b, cut with Die b: cut 3/);
    expect(text).toMatch(/Paper not said: pass 1 of 1, made 3 ×, at true size/);
    expect(text).toMatch(/Die a, 60 mm × 40 mm: outline, and its mask 0.4 mm within/);
    expect(text).toMatch(/keep fingers and children off the rollers/);
    expect(text).toMatch(/Masks of The kite card, 1 is the front; sheet 1 of 1, at true size, 0.4 mm within/);
    expect(text).toMatch(/1 Die a/);
    expect(text).not.toMatch(/3 Die c/);
    const plateBox = inkBoxMm(path, 2);
    expect([plateBox.right - plateBox.left, plateBox.bottom - plateBox.top]).toEqual([expect.closeTo(150, 0), expect.closeTo(200, 0)]);
    const dieBox = inkBoxMm(path, 3);
    expect([dieBox.right - dieBox.left, dieBox.bottom - dieBox.top]).toEqual([expect.closeTo(60.2, 0), expect.closeTo(40.2, 0)]);
  });

  it('of a die that fits on no plate it says so, of no card at all it is one page, of a large plate the sheet is as large', async () => {
    const large = {
      ...make,
      drawn: [die('a', places(box(600, 300)))],
      cards: make.cards?.map((card) => ({ ...card, pieces: card.pieces.slice(0, 1) })),
    };
    expect(words(written(await cardPdf(large as Make, { drawer: [plate], supplies: [] }, 'letter')))).toMatch(
      /Die a does not fit. In its way: the plate \(Plate\), 150 × 200 mm/,
    );
    const empty = written(await cardPdf(newMake({ id: 'e', name: 'Empty' }), { drawer: [], supplies: [] }, 'letter'));
    expect(pages(empty)).toEqual([[expect.closeTo(215.9, 1), expect.closeTo(279.4, 1)]]);
    const wide = written(await cardPdf(make, { drawer: [{ ...plate, widthMm: 330, heightMm: 330 }], supplies: [] }, 'a4'));
    expect(pages(wide)[1]?.[0]).toBeGreaterThan(350);
  });
});
