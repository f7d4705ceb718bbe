import { mostOriginalBytes } from '#model/api/originals';
import { database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { withArrived } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { keepArrived } from '#server/store/blobs';

/** A turn is taken when the file is there: whoever sends slowly holds nobody up. */
export const POST = endpoint(async ({ request }) =>
  withArrived(request, mostOriginalBytes, (arrived) =>
    heavily(request.signal, async (asker) => {
      const facts = await workshop().work('inspect', { source: arrived.file.path }, asker);
      return { sha256: await keepArrived(database(), facts.mediaType, arrived), ...facts };
    }),
  ),
);
