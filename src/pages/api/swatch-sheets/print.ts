import * as z from 'zod/mini';
import { printedSheetSchema } from '#model/printed-sheet';
import { downloadName } from '#core/make/download-name';
import { database } from '#server/db/database';
import { swatchPdf } from '#server/formats/swatch-pdf';
import { endpoint } from '#server/http/endpoint';
import { pdfAnswer } from '#server/http/pdf-answer';
import { dayOf } from '#core/make/day-of';
import { swatchSheetsByNumber } from '#server/store/swatch-sheets';

const numbersSchema = z.array(printedSheetSchema.shape.sheet).check(z.minLength(1), z.maxLength(60));

/** Swatch sheets by their numbers (`sheets`, parted by commas), to be printed: PDF. */
export const GET = endpoint(async ({ url }) => {
  const sheets = await swatchSheetsByNumber(database(), numbersSchema.parse((url.searchParams.get('sheets') ?? '').split(',')));
  return pdfAnswer(
    await swatchPdf(sheets),
    downloadName('Swatch sheet', sheets[0]?.sheet ?? 'none', dayOf(new Date()), 'pdf'),
    'swatch-sheet.pdf',
  );
});
