import { createMakeRequestSchema, listMakesRequestSchema } from '#model/api/makes';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { createMake, listMakes } from '#server/store/makes';

export const GET = endpoint(async ({ url }) => listMakes(database(), listMakesRequestSchema.parse(Object.fromEntries(url.searchParams))));

export const POST = endpoint(async ({ request }) => {
  const wished = await readJson(request, createMakeRequestSchema);
  await createMake(database(), wished);
  return { id: wished.id };
});
