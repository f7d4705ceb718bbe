import { sha256Schema } from '#model/id';
import { database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { withBlobFile } from '#server/store/blobs';

export const GET = endpoint(async ({ params, request }) =>
  heavily(request.signal, async (asker) => {
    const work = (source: string) => workshop().work('preview', { source }, asker);
    const png = await withBlobFile(database(), sha256Schema.parse(params.sha256), work);
    return new Response(new Uint8Array(png), {
      headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=31536000, immutable' },
    });
  }),
);
