import { mostBlobBytes } from '#model/api/originals';
import { database } from '#server/db/database';
import { readBytes } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { keepBlob } from '#server/store/blobs';

/** Keeps what a worker computed (a deflated label map). Its content is never interpreted as anything else. */
export const POST = endpoint(async ({ request }) => ({
  sha256: await keepBlob(database(), 'application/octet-stream', await readBytes(request, mostBlobBytes)),
}));
