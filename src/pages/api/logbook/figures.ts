import { askLogbookSchema } from '#model/api/logbook';
import { database } from '#server/db/database';
import { askedOf } from '#server/http/asked';
import { endpoint } from '#server/http/endpoint';
import { logbookFigures } from '#server/store/logbook';

/** What the sessions that are found come to. */
export const GET = endpoint(async ({ url }) => logbookFigures(database(), askedOf(url, askLogbookSchema)));
