import Papa from 'papaparse';
import type { UnknownFields } from '#model/unknown-fields';
import type { WrittenRecipe } from '#model/written-recipe';
import { withUnknownFields } from '#core/bundle/unknown-fields';
import { writePalette } from '#core/markers/palette-file';
import { recipeFile } from '#core/recipe/recipe-file';
import { recipeMarkdown } from '#core/recipe/recipe-markdown';
import { recipeColumns, recipeTable } from '#core/recipe/recipe-table';

/** What a recipe is saved as, by its ending, with its media type. */
export const recipeMediaTypes = { json: 'application/json', csv: 'text/csv', md: 'text/markdown', gpl: 'text/plain' } as const;
export type RecipeTextKind = keyof typeof recipeMediaTypes;

/** A recipe as a text of that kind. @param title what it is called. @param unknown what its own file said beyond our schema. */
export function recipeAsText(recipe: WrittenRecipe, kind: RecipeTextKind, title: string, unknown?: UnknownFields): string {
  switch (kind) {
    case 'json':
      return JSON.stringify(withUnknownFields(recipeFile(recipe), unknown), null, 2);
    case 'csv':
      // A cell that a spreadsheet would run as a formula is written as text.
      return Papa.unparse({ fields: [...recipeColumns], data: recipeTable(recipe) }, { escapeFormulae: true });
    case 'md':
      return recipeMarkdown(recipe, title);
    case 'gpl':
      return writePalette(title, recipeFile(recipe).recipe.markers);
  }
}
