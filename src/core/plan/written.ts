import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { Marker } from '#model/marker';
import type { IndexedTable } from '#core/make/region-tables';
import { type PictureRecipe, type RecipeSources, recipeOfPicture } from '#core/technique/recipe';
import { openPlan } from './plan';
import { planSource } from './plan-source';

/**
 * What is written of a colouring, as the plan has it: for the Recipe station, sheets, lists and files.
 * @param table measures of the picture's regions; a picture that was not read has no plan, and its recipe no areas.
 */
export function writtenPlan(
  make: Make,
  picture: ColouredPicture,
  rack: readonly Marker[],
  table: IndexedTable | undefined,
  sources: RecipeSources = {},
): PictureRecipe {
  if (!table) return recipeOfPicture(make, picture, rack, undefined, sources);
  return openPlan(null, table).ask(planSource(make, picture), 'recipe', { written: { make, picture, rack, sources } });
}
