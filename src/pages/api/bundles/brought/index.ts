import { bringBundle } from '#server/bundle/brought';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';

/** A file with makes is sent and looked at; nothing is changed. */
export const POST = endpoint(async ({ request }) => bringBundle(database(), request));
