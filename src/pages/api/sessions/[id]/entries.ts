import { addEntriesSchema } from '#model/api/sessions';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { addEntries } from '#server/store/sessions';

/** What happened is added to a session. */
export const POST = endpoint(async ({ params, request }) => {
  const { entries } = await readJson(request, addEntriesSchema);
  return { count: await addEntries(database(), idSchema.parse(params.id), entries) };
});
