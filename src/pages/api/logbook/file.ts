import * as z from 'zod/mini';
import { askLogbookSchema } from '#model/api/logbook';
import { logbookJson, logbookTable } from '#server/formats/logbook-files';
import { database } from '#server/db/database';
import { askedOf } from '#server/http/asked';
import { endpoint } from '#server/http/endpoint';
import { allFound } from '#server/store/logbook';

const formatSchema = z.enum(['csv', 'json']);

/** The sessions that are found as a table or as JSON, to be saved. */
export const GET = endpoint(async ({ url }) => {
  const format = formatSchema.parse(url.searchParams.get('format') ?? 'csv');
  const found = await allFound(database(), askedOf(url, askLogbookSchema));
  return new Response(format === 'csv' ? logbookTable(found) : logbookJson(found), {
    headers: {
      'content-type': format === 'csv' ? 'text/csv; charset=utf-8' : 'application/json',
      'content-disposition': 'attachment',
      'cache-control': 'no-store',
    },
  });
});
