import { findRecipesSchema, keepRecipeSchema } from '#model/api/recipes';
import { mostRecipeBytes } from '#model/kept-recipe';
import { database } from '#server/db/database';
import { askedOf } from '#server/http/asked';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { findRecipes } from '#server/store/recipe-finds';
import { keepRecipe } from '#server/store/recipes';

/** Kept recipes, found again. */
export const GET = endpoint(async ({ url }) => findRecipes(database(), askedOf(url, findRecipesSchema)));

/** Keeps a recipe for good. */
export const POST = endpoint(async ({ request }) => {
  const asked = await readJson(request, keepRecipeSchema, mostRecipeBytes);
  return { id: asked.id, number: await keepRecipe(database(), asked) };
});
