import { suppliesChangeSchema } from '#model/api/supplies';
import { type Database, database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { readLearnt } from '#server/store/session-pace';
import { changeSupplies, readSupplies } from '#server/store/supplies';

const answer = async (of: Database) => {
  const [supplies, learnt] = await Promise.all([readSupplies(of), readLearnt(of)]);
  return learnt ? { ...supplies, learnt } : supplies;
};

export const GET = endpoint(async () => answer(database()));

/** Applies a change and answers how all of it is then. */
export const POST = endpoint(async ({ request }) => {
  await changeSupplies(database(), await readJson(request, suppliesChangeSchema));
  return answer(database());
});
