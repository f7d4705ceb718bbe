import * as z from 'zod/mini';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { notFound } from '#server/http/problem';
import { readStored } from '#server/store/make-rows';
import { readRack } from '#server/store/rack';
import { planThumbnail, thumbnailOf } from '#server/store/thumbnails';

/** `turn`: asked again, for which nothing changes here. */
const askedSchema = z.object({ picture: idSchema, turn: z.optional(z.string()) });

/** A picture of a make as it will look, small: PNG. */
export const GET = endpoint(async ({ params, url, request }) => {
  const { picture: pictureId } = askedSchema.parse(Object.fromEntries(url.searchParams));
  const [{ make: document }, rack] = await Promise.all([readStored(database(), idSchema.parse(params.id)), readRack(database())]);
  const picture = document.pictures.find(({ id }) => id === pictureId);
  if (!picture) throw notFound('such picture');
  const plan = planThumbnail(document, picture, rack);
  const headers = { etag: `"${plan.key}"`, 'cache-control': 'private, no-cache' };
  if (request.headers.get('if-none-match') === headers.etag) return new Response(null, { status: 304, headers });
  return heavily(request.signal, async (asker) => {
    const png = await thumbnailOf(database(), plan, asker);
    return new Response(new Uint8Array(png), { headers: { ...headers, 'content-type': 'image/png' } });
  });
});
