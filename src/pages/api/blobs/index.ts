import { mostBlobBytes } from '#model/api/originals';
import { database } from '#server/db/database';
import { readBytes } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { keepBlob } from '#server/store/blobs';

/** What is smaller takes no turn: a mend does not wait behind a photo. */
const largeBytes = 4 * 1024 * 1024;

/** Keeps what a worker computed (a deflated label map). Its content is never interpreted as anything else. */
export const POST = endpoint(async ({ request }) => {
  const keep = async () => ({ sha256: await keepBlob(database(), 'application/octet-stream', await readBytes(request, mostBlobBytes)) });
  return Number(request.headers.get('content-length') ?? 0) > largeBytes ? heavily(request.signal, keep) : keep();
});
