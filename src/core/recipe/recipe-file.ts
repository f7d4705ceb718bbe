import { type RecipeFile, recipeFileVersion } from '#model/recipe-file';
import type { WrittenRecipe } from '#model/written-recipe';

/** A recipe as a file. A colour that is only assumed from a code, or predicted, does not leave the house. */
export function recipeFile(recipe: WrittenRecipe): RecipeFile {
  const markers = recipe.markers.map(({ lab, twoCoats, isPredicted, source, ...marker }) =>
    lab && source && source !== 'assumed' ? { ...marker, lab, source, ...(twoCoats && !isPredicted ? { twoCoats } : {}) } : marker,
  );
  return { format: 'aquachrome-recipe', version: recipeFileVersion, recipe: { ...recipe, markers } };
}
