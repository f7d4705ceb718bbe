import { sha256Schema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { readBlob } from '#server/store/blobs';

/** Only our own PNGs go out as pictures; all else, the makers' originals among it, as a file to be saved. */
export const GET = endpoint(async ({ params }) => {
  const { bytes, mediaType } = await readBlob(database(), sha256Schema.parse(params.sha256));
  const isOwnPng = mediaType === 'image/png;aquachrome=grey';
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': isOwnPng ? 'image/png' : 'application/octet-stream',
      'content-disposition': isOwnPng ? 'inline' : 'attachment',
      'cache-control': 'private, max-age=31536000, immutable',
    },
  });
});
