import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { readInk } from '#server/store/session-ink';

/** What the markers have covered since they were filled. */
export const GET = endpoint(async () => readInk(database()));
