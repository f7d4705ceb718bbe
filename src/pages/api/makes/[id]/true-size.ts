import * as z from 'zod/mini';
import { downloadName } from '#core/make/download-name';
import { dayOf } from '#core/make/day-of';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { pdfAnswer } from '#server/http/pdf-answer';
import { notFound } from '#server/http/problem';
import { readBlob } from '#server/store/blobs';
import { readStored } from '#server/store/make-rows';

const askedSchema = z.object({ picture: idSchema, paper: z.enum(['a4', 'letter']) });

/** A picture of a make at its true size, with a ruler: PDF. */
export const GET = endpoint(async ({ params, url, request }) => {
  const { picture: pictureId, paper } = askedSchema.parse(Object.fromEntries(url.searchParams));
  const { make: document } = await readStored(database(), idSchema.parse(params.id));
  const picture = document.pictures.find(({ id }) => id === pictureId);
  if (!picture) throw notFound('such picture');
  const { name, widthMm, heightMm } = picture;
  return heavily(request.signal, async (asker) => {
    const { bytes: png } = await readBlob(database(), picture.grey.sha256);
    const pdf = await workshop().work('trueSize', { picture: { name, png, widthMm, heightMm }, paper }, asker);
    return pdfAnswer(pdf, downloadName(name, 'true size', dayOf(new Date()), 'pdf'), 'true-size.pdf');
  });
});
