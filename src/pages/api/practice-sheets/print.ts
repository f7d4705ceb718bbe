import * as z from 'zod/mini';
import { downloadName } from '#core/make/download-name';
import { dayOf } from '#core/make/day-of';
import { handSheet } from '#core/practice/hand/hand-sheet';
import { handTexts } from '#core/practice/hand/hand-texts';
import { handDrillIds } from '#model/practice';
import { practicePdf } from '#server/formats/practice-pdf';
import { endpoint } from '#server/http/endpoint';
import { pdfAnswer } from '#server/http/pdf-answer';

const wishSchema = z.object({ drill: z.optional(z.enum(handDrillIds)), page: z.enum(['A4', 'Letter']) });

/** The practice sheet of a drill (absent: of all, one after the other) on a page, to be printed: PDF. */
export const GET = endpoint(async ({ url }) => {
  const { drill, page } = wishSchema.parse(Object.fromEntries(url.searchParams));
  const sheets = (drill ? [drill] : handDrillIds).map((own) => handSheet(own, page));
  const name = drill ? handTexts[drill].name : 'All drills of the hand';
  return pdfAnswer(await practicePdf(sheets), downloadName('Practice sheet', name, dayOf(new Date()), 'pdf'), 'practice-sheet.pdf');
});
