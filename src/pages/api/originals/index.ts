import { mostOriginalBytes } from '#model/api/originals';
import { database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { readBytes } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { keepBlob } from '#server/store/blobs';

export const POST = endpoint(async ({ request }) =>
  heavily(request.signal, async (asker) => {
    const bytes = await readBytes(request, mostOriginalBytes);
    const facts = await workshop().work('inspect', { bytes }, asker);
    return { sha256: await keepBlob(database(), facts.mediaType, bytes), ...facts };
  }),
);
