import {
  type FindRecipes,
  foundRecipesSchema,
  foundTermsSchema,
  type KeepRecipe,
  readRecipeSchema,
  type RecipeNotesChange,
  type RecipeSheet,
} from '#model/api/recipes';
import { recipeNotesSchema } from '#model/kept-recipe';
import * as z from 'zod/mini';
import { call, jsonPost } from './server-calls';

/** The address of the page of a kept recipe. */
export const recipeAddress = (id: string): string => `/recipes/${id}`;
export const compareAddress = (one: string, other: string): string => `/recipes/compare?${new URLSearchParams({ one, other })}`;
/** The address under which kept recipes of which all that is asked for holds are listed. */
export const findAddress = (asked: FindRecipes): string => `/api/recipes?${new URLSearchParams({ ask: JSON.stringify(asked) })}`;
export const lookAddress = (id: string): string => `/api/recipes/${id}/look`;

/** The address of a sheet. @param of a kept recipe by its id, or what was written down by the digest of its blob. */
export function sheetAddress(of: { id: string } | { written: string }, { paper, sheet, grey }: RecipeSheet): string {
  const wish = { paper, sheet, ...(grey ? { grey } : {}) };
  return 'id' in of
    ? `/api/recipes/${of.id}/sheet?${new URLSearchParams(wish)}`
    : `/api/recipes/sheet?${new URLSearchParams({ of: of.written, ...wish })}`;
}

/** @throws CallProblem */
export const fetchFound = (address: string) => call(foundRecipesSchema, address);
/** @throws CallProblem */
export const fetchRecipe = (id: string) => call(readRecipeSchema, `/api/recipes/${id}`);
/** @throws CallProblem */
export const fetchTerms = (begin: string) => call(foundTermsSchema, `/api/recipes/terms?${new URLSearchParams({ begin })}`);
/** Keeps a recipe for good. @throws CallProblem */
export const keepRecipe = (asked: KeepRecipe) => call(z.object({ id: z.string(), number: z.int() }), '/api/recipes', jsonPost(asked));
/** @throws CallProblem */
export const changeNotes = (id: string, change: RecipeNotesChange) => call(recipeNotesSchema, `/api/recipes/${id}/notes`, jsonPost(change));
/** @throws CallProblem */
export const throwRecipeAway = (id: string) => call(z.object({}), `/api/recipes/${id}`, { method: 'DELETE' });
