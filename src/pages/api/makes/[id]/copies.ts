import { copyMakeRequestSchema } from '#model/api/makes';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { copyMake } from '#server/store/makes';

export const POST = endpoint(async ({ params, request }) => {
  const copy = await readJson(request, copyMakeRequestSchema);
  await copyMake(database(), idSchema.parse(params.id), copy);
  return { id: copy.id };
});
