import { decodeRequestSchema } from '#model/api/originals';
import { database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { keepBlob, withBlobFile } from '#server/store/blobs';

/** Decodes a kept original at its width on paper. */
export const POST = endpoint(async ({ request }) => {
  const { originalSha256, widthMm, preparation } = await readJson(request, decodeRequestSchema);
  return heavily(request.signal, async (asker) => {
    const work = (source: string) => workshop().work('decodeGrey', { source, widthMm, preparation }, asker);
    const { png, ...facts } = await withBlobFile(database(), originalSha256, work);
    return { sha256: await keepBlob(database(), 'image/png;aquachrome=grey', png), ...facts };
  });
});
