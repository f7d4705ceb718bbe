import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import decodeQR from 'qr/decode.js';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoRack } from '#demo/marker-lines';
import { swatchWishSchema } from '#model/api/swatch-sheets';
import { recogniseSheet } from '#core/swatch/find-page';
import { drawnSheet } from '#core/swatch/swatch-sheet';
import { type Database, openDatabase } from '#server/db/database';
import { migrate } from '#server/db/migrate';
import { swatchPdf } from '#server/formats/swatch-pdf';
import { keepSwatchSheets, readSwatchSheets, swatchSheetsByNumber } from '#server/store/swatch-sheets';
import { freshDatabase, testClusterUrl } from './cluster';

let database: Database;
beforeAll(async () => {
  database = openDatabase(await freshDatabase(testClusterUrl()));
  await migrate(database.sequelize);
});
afterAll(async () => {
  await database.sequelize.close();
});

const markers = demoRack().markers.map(({ id, code }) => ({ id, code }));
/** So many px a mm: 508 dots an inch. */
const pxPerMm = 20;

describe('swatch sheets that were printed', () => {
  it('are kept as they were laid out, each once, the newest first, whatever becomes of the rack', async () => {
    const numbers = await keepSwatchSheets(database, { page: 'A4', markers });
    expect(numbers).toHaveLength(Math.ceil(markers.length / 75));
    const other = await keepSwatchSheets(database, { page: 'Letter', markers: markers.slice(0, 3) });
    expect(await keepSwatchSheets(database, { page: 'A4', markers })).toEqual(numbers);
    const { sheets, unreadable } = await readSwatchSheets(database);
    expect(unreadable).toEqual([]);
    expect(sheets.map(({ sheet }) => sheet).sort()).toEqual([...numbers, ...other].sort());
    expect(sheets.at(-1)?.sheet).toBe(other[0]);
    const [kept] = await swatchSheetsByNumber(database, other);
    expect(kept?.codes.map(({ code }) => code)).toEqual(markers.slice(0, 3).map(({ code }) => code));
    await expect(swatchSheetsByNumber(database, ['AQ000000000000000000'])).rejects.toMatchObject({ status: 404 });
  });

  it('a marker that stands twice, none, or too many are refused', async () => {
    const [first] = markers;
    if (!first) expect.fail();
    await expect(keepSwatchSheets(database, { page: 'A4', markers: [first, first] })).rejects.toMatchObject({ status: 422 });
    expect(swatchWishSchema.safeParse({ page: 'A4', markers: [] }).success).toBe(false);
    expect(swatchWishSchema.safeParse({ page: 'A3', markers }).success).toBe(false);
  });
});

describe('the PDF, opened by poppler', () => {
  it.each([
    ['A4', 210, 297],
    ['Letter', 215.9, 279.4],
  ] as const)(
    '%s has pages of its size, codes as text, cells in their places within 0.1 mm, and a number that others read',
    async (page, wide, tall) => {
      const numbers = await keepSwatchSheets(database, { page, markers: markers.slice(0, 80) });
      const sheets = await swatchSheetsByNumber(database, numbers);
      const folder = mkdtempSync(join(tmpdir(), 'swatch-'));
      const file = join(folder, 'sheet.pdf');
      writeFileSync(file, await swatchPdf(sheets));
      const info = execFileSync('pdfinfo', [file]).toString();
      expect(Number(/Pages:\s+(\d+)/.exec(info)?.[1])).toBe(sheets.length);
      const [, widePt, tallPt] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(info) ?? [];
      expect(Math.abs((Number(widePt) / 72) * 25.4 - wide)).toBeLessThan(0.1);
      expect(Math.abs((Number(tallPt) / 72) * 25.4 - tall)).toBeLessThan(0.1);
      const text = execFileSync('pdftotext', ['-layout', file, '-']).toString();
      for (const { code } of markers.slice(0, 80)) expect(text).toContain(code);

      execFileSync('pdftoppm', ['-r', String(25.4 * pxPerMm), '-png', '-f', '1', '-l', '1', file, join(folder, 'page')]);
      const image = sharp(join(folder, `page-1.png`));
      const { data, info: size } = await image.removeAlpha().toColourspace('srgb').raw().toBuffer({ resolveWithObject: true });
      const rgb = { width: size.width, height: size.height, data: new Uint8Array(data) };
      const darkAt = (xPx: number, yPx: number) => (data[size.channels * (Math.round(yPx) * size.width + Math.round(xPx))] ?? 255) < 128;
      const [sheet] = sheets;
      if (!sheet) expect.fail();
      // From the middle of a cell outwards to the inner edge of its frame, on all four sides.
      const reach = (xMm: number, yMm: number, dx: number, dy: number): number => {
        for (let px = 0; px < 20 * pxPerMm; px++) if (darkAt(xMm * pxPerMm + dx * px, yMm * pxPerMm + dy * px)) return px / pxPerMm;
        return Number.NaN;
      };
      for (const { xMm, yMm, widthMm, heightMm } of sheet.cells) {
        const [midX, midY] = [xMm + widthMm / 2, yMm + heightMm / 2];
        // Half of a frame of 0.2 mm lies inside.
        for (const dx of [-1, 1]) expect(Math.abs(reach(midX, midY, dx, 0) - (widthMm / 2 - 0.1))).toBeLessThanOrEqual(0.1);
        for (const dy of [-1, 1]) expect(Math.abs(reach(midX, midY, 0, dy) - (heightMm / 2 - 0.1))).toBeLessThanOrEqual(0.1);
      }
      const code = await sharp(join(folder, 'page-1.png'))
        .extract({ left: 22 * pxPerMm, top: 4 * pxPerMm, width: 27 * pxPerMm, height: 27 * pxPerMm })
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      expect(decodeQR({ width: code.info.width, height: code.info.height, data: new Uint8Array(code.data) })).toBe(sheet.sheet);
      // And by our own reader, among all that were printed.
      const known = (await readSwatchSheets(database)).sheets.map(drawnSheet);
      expect(recogniseSheet(rgb, known)?.sheet).toBe(sheet.sheet);
    },
  );
});
