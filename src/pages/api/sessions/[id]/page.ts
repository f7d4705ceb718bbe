import { script, style } from 'virtual:along-bundle';
import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { sessionPage } from '#server/formats/session-page';
import { sessionFile } from '#server/store/session-file';

/** A session as one HTML file that runs by itself, to be saved. */
export const GET = endpoint(async ({ params }) => {
  const file = await sessionFile(database(), idSchema.parse(params.id));
  return new Response(sessionPage(file, { script, style }), {
    headers: {
      'content-type': 'application/octet-stream',
      'content-disposition': 'attachment',
      'cache-control': 'no-store',
    },
  });
});
