import decodeQR from 'qr/decode.js';
import { describe, expect, it } from 'vitest';
import { codeAt, gridOf, type PageName } from './page-layout';
import { type SwatchLayout, swatchSheet } from './swatch-sheet';

const markersOf = (count: number) => Array.from({ length: count }, (_, index) => ({ id: `m${index}`, code: `${index}.rose` }));
type Box = { left: number; top: number; right: number; bottom: number };
const boxOf = ({ points }: SwatchLayout['shapes'][number]): Box => ({
  left: Math.min(...points.map(([x]) => x)),
  top: Math.min(...points.map(([, y]) => y)),
  right: Math.max(...points.map(([x]) => x)),
  bottom: Math.max(...points.map(([, y]) => y)),
});
const overlap = (one: Box, other: Box, rimMm = 0) =>
  one.left < other.right + rimMm && other.left < one.right + rimMm && one.top < other.bottom + rimMm && other.top < one.bottom + rimMm;

describe('a swatch sheet', () => {
  it.each<[PageName, number, number]>([
    ['A4', 210, 297],
    ['Letter', 215.9, 279.4],
  ])(
    '%s is as large as its page (ISO 216; ANSI/ASME Y14.1), every marker has a cell for one coat and one for two, and nothing lies over anything',
    (name, widthMm, heightMm) => {
      const { columns, rows } = gridOf(name);
      const pages = swatchSheet(markersOf(columns * rows + 3), name);
      expect(pages).toHaveLength(2);
      expect(pages.flatMap(({ cells }) => cells.map(({ markerId, coats }) => `${markerId} ${coats}`))).toEqual(
        markersOf(columns * rows + 3).flatMap(({ id }) => [`${id} 1`, `${id} 2`]),
      );
      const [{ page, cells, shapes }] = pages as [SwatchLayout];
      expect(page).toEqual({ widthMm, heightMm });
      const boxes = cells.map(({ xMm, yMm, widthMm: w, heightMm: h }): Box => ({ left: xMm, top: yMm, right: xMm + w, bottom: yMm + h }));
      for (const box of [...boxes, ...shapes.map(boxOf)]) {
        expect(box.left).toBeGreaterThanOrEqual(5);
        expect(box.top).toBeGreaterThanOrEqual(5);
        expect(box.right).toBeLessThanOrEqual(widthMm - 5);
        expect(box.bottom).toBeLessThanOrEqual(heightMm - 5);
      }
      // Bare paper about every cell, in which light is measured; only frames lie along its edges.
      for (const [index, one] of boxes.entries()) for (const other of boxes.slice(index + 1)) expect(overlap(one, other, 2.5)).toBe(false);
      const marks = shapes.slice(0, 4).map(boxOf);
      for (const mark of marks) expect(boxes.some((box) => overlap(mark, box, 3))).toBe(false);
      // Three marks are alike, the first is another: that tells how the sheet lies.
      const sizes = marks.map(({ left, right, top, bottom }) => `${(right - left).toFixed(1)} x ${(bottom - top).toFixed(1)}`);
      expect(new Set(sizes.slice(1)).size).toBe(1);
      expect(sizes[0]).not.toBe(sizes[1]);
    },
  );

  it('has a number that a library which did not make it reads from a rendering, and that tells markers, places and page apart', () => {
    const [sheet] = swatchSheet(markersOf(12), 'A4') as [SwatchLayout];
    const pxPerMm = 8;
    const side = Math.ceil((codeAt.modules * codeAt.moduleMm + 8) * pxPerMm);
    const data = new Uint8Array(3 * side * side).fill(250);
    for (const { left, top, right, bottom } of sheet.shapes.map(boxOf)) {
      const [fromX, toX, fromY, toY] = [left - codeAt.xMm + 4, right - codeAt.xMm + 4, top - codeAt.yMm + 4, bottom - codeAt.yMm + 4].map(
        (mm) => Math.round(mm * pxPerMm),
      ) as [number, number, number, number];
      for (let row = Math.max(0, fromY); row < Math.min(side, toY); row++)
        for (let column = Math.max(0, fromX); column < Math.min(side, toX); column++)
          data.fill(15, 3 * (row * side + column), 3 * (row * side + column) + 3);
    }
    expect(decodeQR({ width: side, height: side, data })).toBe(sheet.sheet);
    const numbers = [
      sheet,
      ...swatchSheet(markersOf(11), 'A4'),
      ...swatchSheet(markersOf(12).reverse(), 'A4'),
      ...swatchSheet(markersOf(12), 'Letter'),
      ...swatchSheet(markersOf(200), 'A4'),
    ].map((own) => own.sheet);
    expect(new Set(numbers).size).toBe(numbers.length);
    // The code printed on a marker is no part of it: it may be typed anew.
    expect(
      swatchSheet(
        markersOf(12).map(({ id }) => ({ id, code: 'x' })),
        'A4',
      )[0]?.sheet,
    ).toBe(sheet.sheet);
  });

  it('has a ruler of 100 mm; without a marker there is none', () => {
    const [sheet] = swatchSheet(markersOf(1), 'A4') as [SwatchLayout];
    const widths = sheet.shapes.map(boxOf).map(({ left, right }) => right - left);
    expect(Math.max(...widths)).toBeCloseTo(100, 9);
    expect(() => swatchSheet([], 'A4')).toThrow(/at least one marker/);
  });
});
