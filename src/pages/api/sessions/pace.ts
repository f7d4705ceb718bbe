import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { readPace } from '#server/store/session-pace';

/** The maker's own pace, as it was learnt. */
export const GET = endpoint(async () => ({ paces: await readPace(database()) }));
