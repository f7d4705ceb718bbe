import { suppliesChangeSchema } from '#model/api/supplies';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { changeSupplies, readSupplies } from '#server/store/supplies';

export const GET = endpoint(async () => readSupplies(database()));

/** Applies a change and answers how all of it is then. */
export const POST = endpoint(async ({ request }) => {
  await changeSupplies(database(), await readJson(request, suppliesChangeSchema));
  return readSupplies(database());
});
