import * as z from 'zod/mini';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { deleteMake, readMake } from '#server/store/makes';

export const GET = endpoint(async ({ params }) => readMake(database(), idSchema.parse(params.id)));

/** `kept`: what becomes of what is kept for good of it. */
const askedSchema = z.object({ kept: z.optional(z.enum(['keep', 'throwAway'])) });

export const DELETE = endpoint(async ({ params, url }) => {
  await deleteMake(database(), idSchema.parse(params.id), askedSchema.parse(Object.fromEntries(url.searchParams)).kept);
  return {};
});
