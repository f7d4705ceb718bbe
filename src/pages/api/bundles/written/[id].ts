import * as z from 'zod/mini';
import { writtenBundle } from '#server/bundle/write-bundle';
import { endpoint } from '#server/http/endpoint';

/** A file that was put together, piece by piece; it tells its length first, so that the browser can say how far it is. */
export const GET = endpoint(async ({ params }) => {
  const { body, size } = await writtenBundle(z.parse(z.uuid(), params.id));
  return new Response(body, {
    headers: {
      'content-type': 'application/zip',
      'content-length': String(size),
      'content-disposition': 'attachment',
      'cache-control': 'no-store',
    },
  });
});
