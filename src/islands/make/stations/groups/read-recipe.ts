import { type RecipeFile, recipeFileSchema, recipeFileVersion } from '#model/recipe-file';

const mostFileBytes = 5 * 1024 * 1024;

/** Reads a recipe that was saved as a file. @throws RangeError: what is wrong, and what to do. */
export async function readRecipe(file: File): Promise<RecipeFile> {
  if (file.size > mostFileBytes) throw new RangeError('The file is larger than 5 MB: that is no recipe.');
  let value: unknown;
  try {
    value = JSON.parse(await file.text());
  } catch {
    throw new RangeError('The file is not valid JSON. Save the recipe again (“Save as a file” at Recipe) and bring that file in.');
  }
  const { version, format } = (value ?? {}) as { version?: unknown; format?: unknown };
  if (format === 'aquachrome-recipe' && typeof version === 'number' && version > recipeFileVersion) {
    throw new RangeError('The recipe was saved by a newer Aquachrome. Update this one.');
  }
  const recipe = recipeFileSchema.safeParse(value);
  if (!recipe.success) throw new RangeError('The file is not a recipe saved by Aquachrome.');
  return recipe.data;
}
