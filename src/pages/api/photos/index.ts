import { mostPhotoBytes } from '#model/api/photos';
import { database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { withArrived } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { keepBlob } from '#server/store/blobs';

/** Keeps a photo: upright, without where it was taken, otherwise as it was sent. */
export const POST = endpoint(async ({ request }) =>
  withArrived(request, mostPhotoBytes, (arrived) =>
    heavily(request.signal, async (asker) => {
      const { bytes, mediaType, said } = await workshop().work('photo', { source: arrived.file.path }, asker);
      return { sha256: await keepBlob(database(), mediaType, bytes), said };
    }),
  ),
);
