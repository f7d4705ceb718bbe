import { sha256Schema } from '#model/id';
import { database } from '#server/db/database';
import { previewOriginal } from '#server/decode/original';
import { endpoint } from '#server/http/endpoint';
import { readBlob } from '#server/store/blobs';

export const GET = endpoint(async ({ params }) => {
  const { bytes } = await readBlob(database(), sha256Schema.parse(params.sha256));
  return new Response(new Uint8Array(await previewOriginal(bytes)), {
    headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=31536000, immutable' },
  });
});
