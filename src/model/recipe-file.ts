import * as z from 'zod/mini';
import { writtenRecipeSchema } from './written-recipe';

export const recipeFileVersion = 3;

/** A recipe as it leaves the application: everything needed to repeat it, readable without it. */
export const recipeFileSchema = z.object({
  format: z.literal('aquachrome-recipe'),
  version: z.literal(recipeFileVersion),
  recipe: writtenRecipeSchema,
});
export type RecipeFile = z.infer<typeof recipeFileSchema>;
