import { mostBlobBytes } from '#model/api/originals';
import { database } from '#server/db/database';
import { readBytes, withArrived } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { keepArrived, keepBlob } from '#server/store/blobs';

/** What is smaller takes no turn: a mend does not wait behind a photo. */
const largeBytes = 4 * 1024 * 1024;
const mediaType = 'application/octet-stream';

/** Keeps what a worker computed (a deflated label map). Its content is never interpreted as anything else. */
export const POST = endpoint(async ({ request }) => {
  const stated = request.headers.get('content-length');
  if (stated !== null && Number(stated) <= largeBytes) {
    return { sha256: await keepBlob(database(), mediaType, await readBytes(request, largeBytes)) };
  }
  return withArrived(request, mostBlobBytes, (arrived) =>
    heavily(request.signal, async () => ({ sha256: await keepArrived(database(), mediaType, arrived) })),
  );
});
