import * as z from 'zod/mini';
import { takeBundleSchema } from '#model/api/bundles';
import { forgetBrought, takeBrought } from '#server/bundle/brought';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { answerWithProgress } from '#server/http/progress';

const uuidSchema = z.uuid();

/** What was sent is taken in, as the maker says; the answer tells how far it is. */
export const POST = endpoint(async ({ params, request }) => {
  const [id, asked] = [uuidSchema.parse(params.id), await readJson(request, takeBundleSchema)];
  return answerWithProgress((tell) => takeBrought(database(), id, asked, tell));
});

export const DELETE = endpoint(async ({ params }) => {
  forgetBrought(uuidSchema.parse(params.id));
  return {};
});
