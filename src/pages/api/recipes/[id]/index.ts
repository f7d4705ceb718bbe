import { idSchema } from '#model/id';
import { database } from '#server/db/database';
import { endpoint } from '#server/http/endpoint';
import { readRecipe, throwRecipeAway } from '#server/store/recipes';

export const GET = endpoint(async ({ params }) => readRecipe(database(), idSchema.parse(params.id)));

export const DELETE = endpoint(async ({ params }) => {
  await throwRecipeAway(database(), idSchema.parse(params.id));
  return {};
});
