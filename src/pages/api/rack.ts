import { rackChangeSchema } from '#model/api/rack';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { changeRack, readRack } from '#server/store/rack';

export const GET = endpoint(async () => readRack(database()));

/** Applies a change and answers the whole rack as it is then. */
export const POST = endpoint(async ({ request }) => {
  await changeRack(database(), await readJson(request, rackChangeSchema));
  return readRack(database());
});
