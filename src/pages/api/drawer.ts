import { drawerChangeSchema } from '#model/api/drawer';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { changeDrawer, readDrawer } from '#server/store/drawer';

export const GET = endpoint(async () => readDrawer(database()));

/** Applies a change and answers how all of it is then. */
export const POST = endpoint(async ({ request }) => {
  await changeDrawer(database(), await readJson(request, drawerChangeSchema));
  return readDrawer(database());
});
