import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { readRack } from '#server/store/rack';

export const GET = endpoint(async () => readRack(database()));
