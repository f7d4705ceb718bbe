import { textSchema } from '#model/text';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { termsThatBegin } from '#server/store/recipe-finds';

/** By what kept recipes are found that begins so (`begin`). */
export const GET = endpoint(async ({ url }) => termsThatBegin(database(), textSchema(120).parse(url.searchParams.get('begin') ?? '')));
