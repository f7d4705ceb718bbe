import { writeBundleSchema } from '#model/api/bundles';
import { writeBundle } from '#server/bundle/write-bundle';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { answerWithProgress } from '#server/http/progress';

/** Makes are put together into one file, which then waits to be fetched; the answer tells how far it is. */
export const POST = endpoint(async ({ request }) => {
  const { makes, on } = await readJson(request, writeBundleSchema);
  return answerWithProgress((tell) => writeBundle(database(), makes, on, tell));
});
