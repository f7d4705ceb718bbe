import * as z from 'zod/mini';
import { rackChangeSchema, type RackSince } from '#model/api/rack';
import { epochSchema } from '#model/api/epoch';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { changeRack, readRack } from '#server/store/rack';

/** What the page that asks knows already; nothing: it is told all. */
const askedSchema = z.object({ epoch: z.optional(epochSchema), since: z.optional(z.coerce.number().check(z.int(), z.nonnegative())) });

function sinceOf(url: URL): RackSince | undefined {
  const { epoch, since } = askedSchema.parse(Object.fromEntries(url.searchParams));
  return epoch === undefined || since === undefined ? undefined : { epoch, revision: since };
}

export const GET = endpoint(async ({ url }) => readRack(database(), sinceOf(url)));

/** Applies a change and answers what of the rack has changed since the page asked last, this among it. */
export const POST = endpoint(async ({ request, url }) => {
  await changeRack(database(), await readJson(request, rackChangeSchema));
  return readRack(database(), sinceOf(url));
});
