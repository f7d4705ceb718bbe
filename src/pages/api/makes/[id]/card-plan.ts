import * as z from 'zod/mini';
import { downloadName } from '#core/make/download-name';
import { dayOf } from '#core/make/day-of';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { pdfAnswer } from '#server/http/pdf-answer';
import { readDrawer } from '#server/store/drawer';
import { readSupplies } from '#server/store/supplies';
import { readStored } from '#server/store/make-rows';

const askedSchema = z.object({ paper: z.enum(['a4', 'letter']), unit: z.optional(z.enum(['mm', 'in'])) });

/** What the cards of a make need, how their paper is cut, how it is stamped and cut, and its masks at true size: PDF. */
export const GET = endpoint(async ({ params, url, request }) => {
  const { paper, unit = 'mm' } = askedSchema.parse(Object.fromEntries(url.searchParams));
  const { make } = await readStored(database(), idSchema.parse(params.id));
  const { items } = await readDrawer(database());
  const { supplies } = await readSupplies(database());
  return heavily(request.signal, async (asker) => {
    const beside = { drawer: items.filter(({ kind }) => kind === 'machine'), supplies };
    const pdf = await workshop().work('cardPlan', { make, beside, paper, unit }, asker);
    return pdfAnswer(pdf, downloadName(make.name, 'stamp and cut', dayOf(new Date()), 'pdf'), 'stamp-and-cut.pdf');
  });
});
