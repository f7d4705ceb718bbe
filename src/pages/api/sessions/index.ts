import * as z from 'zod/mini';
import { beginSessionSchema, mostSessionBytes } from '#model/api/sessions';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { beginSession, listSessions } from '#server/store/sessions';

const askedSchema = z.object({ make: z.optional(idSchema) });

/** Sessions in short (`make`: of that make alone). */
export const GET = endpoint(async ({ url }) => listSessions(database(), askedSchema.parse(Object.fromEntries(url.searchParams)).make));

/** A session begins. */
export const POST = endpoint(async ({ request }) => {
  const asked = await readJson(request, beginSessionSchema, mostSessionBytes);
  await beginSession(database(), asked);
  return { id: asked.id };
});
