import * as z from 'zod/mini';
import { printedSheetSchema } from '#model/printed-sheet';
import { database } from '#server/db/database';
import { swatchPdf } from '#server/formats/swatch-pdf';
import { endpoint } from '#server/http/endpoint';
import { pdfPolicy } from '#server/http/policy';
import { swatchSheetsByNumber } from '#server/store/swatch-sheets';

const numbersSchema = z.array(printedSheetSchema.shape.sheet).check(z.minLength(1), z.maxLength(60));

/** Swatch sheets by their numbers (`sheets`, parted by commas), to be printed: PDF. */
export const GET = endpoint(async ({ url }) => {
  const sheets = await swatchSheetsByNumber(database(), numbersSchema.parse((url.searchParams.get('sheets') ?? '').split(',')));
  return new Response(new Uint8Array(await swatchPdf(sheets)), {
    headers: {
      'content-security-policy': pdfPolicy,
      'content-type': 'application/pdf',
      'content-disposition': 'inline; filename="swatch-sheet.pdf"',
      'cache-control': 'no-store',
    },
  });
});
