import { sha256Schema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { notFound } from '#server/http/problem';
import { readBlob } from '#server/store/blobs';

/** Kinds that a browser shows as a picture and cannot run; others do not go out here. */
const shown = new Set(['image/jpeg', 'image/png', 'image/webp']);

/** A photo that was kept. */
export const GET = endpoint(async ({ params }) => {
  const { bytes, mediaType } = await readBlob(database(), sha256Schema.parse(params.sha256));
  if (!shown.has(mediaType)) throw notFound('photo of this address');
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': mediaType, 'cache-control': 'private, max-age=31536000, immutable' },
  });
});
