import { decodeRequestSchema } from '#model/api/originals';
import { database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { heavily } from '#server/http/heavy';
import { keepBlob, readBlob } from '#server/store/blobs';

/** Decodes a kept original at its width on paper. */
export const POST = endpoint(async ({ request }) => {
  const { originalSha256, widthMm, preparation } = await readJson(request, decodeRequestSchema);
  return heavily(request.signal, async (asker) => {
    const { bytes } = await readBlob(database(), originalSha256);
    const { png, ...facts } = await workshop().work('decodeGrey', { bytes, widthMm, preparation }, asker);
    return { sha256: await keepBlob(database(), 'image/png;aquachrome=grey', png), ...facts };
  });
});
