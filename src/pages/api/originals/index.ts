import { mostOriginalBytes } from '#model/api/originals';
import { database } from '#server/db/database';
import { inspectOriginal } from '#server/decode/original';
import { readBytes } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { keepBlob } from '#server/store/blobs';

export const POST = endpoint(async ({ request }) => {
  const bytes = await readBytes(request, mostOriginalBytes);
  const facts = await inspectOriginal(bytes);
  return { sha256: await keepBlob(database(), facts.mediaType, bytes), ...facts };
});
