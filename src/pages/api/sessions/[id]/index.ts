import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { readSession } from '#server/store/sessions';

/** A session as it was planned and as it went. */
export const GET = endpoint(async ({ params }) => readSession(database(), idSchema.parse(params.id)));
