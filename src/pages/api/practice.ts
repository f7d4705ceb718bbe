import { addTrySchema } from '#model/api/practice';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { addTry, readPractice } from '#server/store/practice';

export const GET = endpoint(async () => readPractice(database()));

/** Adds a time to a drill and answers how all of them went. */
export const POST = endpoint(async ({ request }) => {
  await addTry(database(), await readJson(request, addTrySchema));
  return readPractice(database());
});
