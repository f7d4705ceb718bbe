import { idSchema } from '#model/id';
import { batchSchema } from '#model/operation';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { applyBatch } from '#server/store/makes';

export const POST = endpoint(async ({ params, request }) =>
  applyBatch(database(), idSchema.parse(params.id), await readJson(request, batchSchema)),
);
