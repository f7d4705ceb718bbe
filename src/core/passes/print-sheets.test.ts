import { describe, expect, it } from 'vitest';
import { boundsMm, clearanceMm, movedTo, type OutlineMm, turned } from '#core/outline/outline';
import { box } from '../../../tests/made-up-outlines';
import { seeded } from '../../../tests/seeded';
import { printSheets } from './print-sheets';

const sheet = { widthMm: 190, heightMm: 277 };

describe('images printed instead of stamped', () => {
  it('lie many to a sheet, turned where that saves one', () => {
    const found = printSheets({ sheet, gapMm: 4, images: [{ id: 'kite', widthMm: 60, heightMm: 88, count: 10 }] });
    if ('problem' in found) throw new Error(found.problem);
    // Three beside each other and three rows: nine upright.
    expect(found.sheets.map(({ length }) => length)).toEqual([9, 1]);
    const wide = printSheets({ sheet, gapMm: 0, images: [{ id: 'bunting', widthMm: 277, heightMm: 60, count: 3 }] });
    expect('sheets' in wide && wide.sheets[0]?.map(({ turnedDeg }) => turnedDeg)).toEqual([90, 90, 90]);
  });

  it('overlap nowhere, lie within the sheet, and are as many as were asked for (seeded)', () => {
    const random = seeded(12);
    for (let turn = 0; turn < 12; turn++) {
      const images = Array.from({ length: 1 + Math.floor(4 * random()) }, (_, index) => ({
        ...{ id: `i${index}`, widthMm: 15 + 120 * random(), heightMm: 15 + 120 * random() },
        count: Math.floor(9 * random()),
      }));
      const found = printSheets({ sheet, gapMm: 3, images });
      if ('problem' in found) throw new Error(found.problem);
      for (const { id, count } of images) expect(found.sheets.flat().filter((own) => own.id === id)).toHaveLength(count);
      for (const laid of found.sheets) {
        const boxes = laid.map(({ id, xMm, yMm, turnedDeg }): OutlineMm => {
          const image = images.find((own) => own.id === id);
          return movedTo(turned(box(image?.widthMm ?? 0, image?.heightMm ?? 0), turnedDeg), xMm, yMm);
        });
        for (const [index, own] of boxes.entries()) {
          const bounds = boundsMm(own);
          expect(bounds.xMm + bounds.widthMm).toBeLessThanOrEqual(sheet.widthMm + 1e-6);
          expect(bounds.yMm + bounds.heightMm).toBeLessThanOrEqual(sheet.heightMm + 1e-6);
          for (const other of boxes.slice(index + 1)) expect(clearanceMm(own, other)).toBeGreaterThanOrEqual(3 - 1e-6);
        }
      }
    }
  });

  it('of none is no sheet; what is too large, too many or no number is said', () => {
    expect(printSheets({ sheet, gapMm: 3, images: [] })).toEqual({ sheets: [] });
    expect(printSheets({ sheet, gapMm: 3, images: [{ id: 'Great kite', widthMm: 300, heightMm: 300, count: 1 }] })).toEqual({
      problem: 'Great kite: larger than what the printer reaches of a sheet, 190 x 277 mm.',
    });
    expect(() => printSheets({ sheet, gapMm: 3, images: [{ id: 'a', widthMm: 9, heightMm: 9, count: 3000 }] })).toThrow(
      /At most 2000 images/,
    );
    expect(() => printSheets({ sheet, gapMm: 3, images: [{ id: 'a', widthMm: 9, heightMm: 9, count: 0.5 }] })).toThrow(
      /whole number of times/,
    );
    expect(() => printSheets({ sheet, gapMm: -3, images: [] })).toThrow(/0 mm or more/);
  });
});
