import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { lookOfRecipe } from '#server/store/recipe-pictures';

/** What a kept recipe was expected to look like: a JPEG. */
export const GET = endpoint(async ({ params }) => lookOfRecipe(database(), idSchema.parse(params.id)));
