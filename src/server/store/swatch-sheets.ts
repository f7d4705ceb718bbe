import { QueryTypes } from 'sequelize';
import type { SwatchSheets, SwatchWish } from '#model/api/swatch-sheets';
import { type PrintedSheet, printedSheetSchema } from '#model/printed-sheet';
import { swatchSheet } from '#core/swatch/swatch-sheet';
import type { Database } from '#server/db/database';
import { ProblemError } from '#server/http/problem';

/** Sheets told of at once; older ones are kept all the same. */
const mostTold = 200;

/** Lays sheets out and keeps them as they are; one that was printed before is the same one. @returns their numbers. */
export async function keepSwatchSheets(database: Database, { markers, page }: SwatchWish): Promise<string[]> {
  if (new Set(markers.map(({ id }) => id)).size < markers.length)
    throw new ProblemError(422, { code: 'stands-twice', message: 'A marker stands twice on the sheet.', remedy: 'Nothing was kept.' });
  const codes = new Map(markers.map(({ id, code }) => [id, code]));
  const sheets = swatchSheet(markers, page).map(
    ({ sheet, page: size, cells }): PrintedSheet => ({
      sheet,
      page: size,
      cells,
      codes: [...new Set(cells.map(({ markerId }) => markerId))].map((id) => ({ id, code: codes.get(id) ?? id })),
    }),
  );
  await database.sequelize.transaction(async (transaction) => {
    for (const document of sheets)
      await database.sequelize.query(
        `INSERT INTO swatch_sheets (sheet, document) VALUES (:sheet, :document) ON CONFLICT (sheet) DO UPDATE SET printed_at = now()`,
        { replacements: { sheet: document.sheet, document: JSON.stringify(document) }, transaction },
      );
  });
  return sheets.map(({ sheet }) => sheet);
}

/** The sheets that were printed, the newest first; one that cannot be read hides no other. */
export async function readSwatchSheets(database: Database): Promise<SwatchSheets> {
  const rows = await database.sequelize.query<{ sheet: string; document: unknown; printedAt: Date }>(
    `SELECT sheet, document, printed_at AS "printedAt" FROM swatch_sheets ORDER BY printed_at DESC, sheet LIMIT ${mostTold}`,
    { type: QueryTypes.SELECT },
  );
  const unreadable: string[] = [];
  const sheets = rows.flatMap(({ sheet, document, printedAt }) => {
    const read = printedSheetSchema.safeParse(document);
    if (read.success) return [{ ...read.data, printedAt: printedAt.toISOString() }];
    unreadable.push(sheet.slice(0, 40));
    return [];
  });
  return { sheets, unreadable };
}

/** Sheets by their numbers, in that order. @throws ProblemError 404 for one that is not kept. */
export async function swatchSheetsByNumber(database: Database, numbers: readonly string[]): Promise<PrintedSheet[]> {
  const rows = await database.sequelize.query<{ sheet: string; document: unknown }>(
    'SELECT sheet, document FROM swatch_sheets WHERE sheet IN (:numbers)',
    { replacements: { numbers: [...numbers] }, type: QueryTypes.SELECT },
  );
  const documents = new Map(rows.map(({ sheet, document }) => [sheet, document]));
  return numbers.map((number) => {
    const read = printedSheetSchema.safeParse(documents.get(number));
    if (read.success) return read.data;
    throw new ProblemError(404, {
      code: 'not-there',
      message: 'There is no such swatch sheet, or it cannot be read.',
      remedy: 'Lay it out again, at “Swatches” of the rack.',
    });
  });
}
