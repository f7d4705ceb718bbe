import { idSchema } from '#model/id';
import { makeFile } from '#core/bundle/make-file';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { readStored } from '#server/store/make-rows';

/** A make as a text (JSON), without the pictures that it names. */
export const GET = endpoint(async ({ params }) => {
  const { row, make } = await readStored(database(), idSchema.parse(params.id));
  return new Response(JSON.stringify(makeFile(make, row.unknownFields), null, 1), {
    headers: { 'content-type': 'application/json', 'content-disposition': 'attachment', 'cache-control': 'no-store' },
  });
});
