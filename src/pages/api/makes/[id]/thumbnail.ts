import * as z from 'zod/mini';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { findThumbnail, keptThumbnail, thumbnailOf } from '#server/store/thumbnails';

/** `colouring`: default the first. `turn`: asked again, for which nothing changes here. */
const askedSchema = z.object({ picture: idSchema, colouring: z.optional(idSchema), turn: z.optional(z.string()) });

/** A picture of a make as it will look, small: PNG. */
export const GET = endpoint(async ({ params, url, request }) => {
  const { picture: pictureId, colouring = null } = askedSchema.parse(Object.fromEntries(url.searchParams));
  const { key, plan } = await findThumbnail(database(), idSchema.parse(params.id), pictureId, colouring);
  const headers = { etag: `"${key}"`, 'cache-control': 'private, no-cache' };
  if (request.headers.get('if-none-match') === headers.etag) return new Response(null, { status: 304, headers });
  const answer = (png: Uint8Array) => new Response(new Uint8Array(png), { headers: { ...headers, 'content-type': 'image/png' } });
  const known = keptThumbnail(key);
  if (known) return answer(known);
  return heavily(request.signal, async (asker) => answer(await thumbnailOf(database(), await plan(), asker)));
});
