import * as z from 'zod/mini';
import { dayOf } from '#core/make/day-of';
import { downloadName } from '#core/make/download-name';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { pdfAnswer } from '#server/http/pdf-answer';
import { notFound } from '#server/http/problem';
import { readDrawer } from '#server/store/drawer';
import { readStored } from '#server/store/make-rows';
import { readSupplies } from '#server/store/supplies';

const askedSchema = z.object({
  card: idSchema,
  paper: z.enum(['a4', 'letter']),
  unit: z.optional(z.enum(['mm', 'in'])),
  mirrored: z.optional(z.literal('yes')),
});

/** A card as it is laid out, at true size, with the steps of putting it together: PDF. */
export const GET = endpoint(async ({ params, url, request }) => {
  const { card: cardId, paper, unit = 'mm', mirrored } = askedSchema.parse(Object.fromEntries(url.searchParams));
  const { make } = await readStored(database(), idSchema.parse(params.id));
  const card = make.cards?.find(({ id }) => id === cardId);
  if (!card) throw notFound('card of this make');
  const { items } = await readDrawer(database());
  const { supplies } = await readSupplies(database());
  return heavily(request.signal, async (asker) => {
    const beside = { drawer: items.filter(({ kind }) => kind === 'die'), supplies };
    const pdf = await workshop().work('cardLayout', { make, beside, cardId, paper, unit, isMirrored: mirrored === 'yes' }, asker);
    return pdfAnswer(pdf, downloadName(`${make.name}, ${card.name}`, 'layout', dayOf(new Date()), 'pdf'), 'layout.pdf');
  });
});
