import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { photoOfRecipe } from '#server/store/recipe-pictures';

/** The photo of the finished piece: a JPEG. */
export const GET = endpoint(async ({ params }) => photoOfRecipe(database(), idSchema.parse(params.id)));
