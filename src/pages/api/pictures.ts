import { decodeRequestSchema } from '#model/api/originals';
import { database } from '#server/db/database';
import { decodeGrey } from '#server/decode/original';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { keepBlob, readBlob } from '#server/store/blobs';

/** Decodes a kept original at its width on paper. */
export const POST = endpoint(async ({ request }) => {
  const { originalSha256, widthMm, preparation } = await readJson(request, decodeRequestSchema);
  const original = await readBlob(database(), originalSha256);
  const { png, ...facts } = await decodeGrey(original.bytes, widthMm, preparation);
  return { sha256: await keepBlob(database(), 'image/png;aquachrome=grey', png), ...facts };
});
