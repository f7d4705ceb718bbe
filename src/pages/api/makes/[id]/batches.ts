import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { applyBatch, sentBatchSchema } from '#server/store/apply-batch';

export const POST = endpoint(async ({ params, request }) =>
  applyBatch(database(), idSchema.parse(params.id), await readJson(request, sentBatchSchema)),
);
