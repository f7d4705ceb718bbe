import { z } from 'zod';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { trueSizePdf } from '#server/formats/true-size';
import { endpoint } from '#server/http/endpoint';
import { notFound } from '#server/http/problem';
import { readBlob } from '#server/store/blobs';
import { readMake } from '#server/store/makes';

const askedSchema = z.object({ picture: idSchema, paper: z.enum(['a4', 'letter']) });

/** A picture of a make at its true size, with a ruler: PDF. */
export const GET = endpoint(async ({ params, url }) => {
  const { picture: pictureId, paper } = askedSchema.parse(Object.fromEntries(url.searchParams));
  const { document } = await readMake(database(), idSchema.parse(params.id));
  const picture = document.pictures.find(({ id }) => id === pictureId);
  if (!picture) throw notFound('such picture');
  const { bytes } = await readBlob(database(), picture.grey.sha256);
  const { name, widthMm, heightMm } = picture;
  const pdf = await trueSizePdf({ name, png: bytes, widthMm, heightMm }, paper);
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline; filename="true-size.pdf"', 'cache-control': 'no-store' },
  });
});
