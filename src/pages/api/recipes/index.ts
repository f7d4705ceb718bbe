import { findRecipesSchema, keepRecipeSchema } from '#model/api/recipes';
import { mostRecipeBytes } from '#model/kept-recipe';
import { database } from '#server/db/database';
import { readJson } from '#server/http/body';
import { endpoint } from '#server/http/endpoint';
import { ProblemError } from '#server/http/problem';
import { findRecipes } from '#server/store/recipe-finds';
import { keepRecipe } from '#server/store/recipes';

/** What is asked for, as JSON in the address (`ask`); absent: all. */
function askedOf(url: URL) {
  try {
    return findRecipesSchema.parse(JSON.parse(url.searchParams.get('ask') ?? '{}'));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    throw new ProblemError(400, { code: 'not-json', message: 'What is asked for is no JSON.', remedy: 'Load the page again.' });
  }
}

/** Kept recipes, found again. */
export const GET = endpoint(async ({ url }) => findRecipes(database(), askedOf(url)));

/** Keeps a recipe for good. */
export const POST = endpoint(async ({ request }) => {
  const asked = await readJson(request, keepRecipeSchema, mostRecipeBytes);
  return { id: asked.id, number: await keepRecipe(database(), asked) };
});
