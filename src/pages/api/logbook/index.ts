import { askLogbookSchema } from '#model/api/logbook';
import { database } from '#server/db/database';
import { askedOf } from '#server/http/asked';
import { endpoint } from '#server/http/endpoint';
import { findSessions } from '#server/store/logbook';

/** Sessions, found again. */
export const GET = endpoint(async ({ url }) => findSessions(database(), askedOf(url, askLogbookSchema)));
