import type { KeptBandMap } from '#core/recipe/kept-band-map';
import type { WrittenRecipe } from '#model/written-recipe';

/** What a sheet is made of: a recipe, and what is seen of it where that was kept. */
export type SheetOf = {
  recipe: WrittenRecipe;
  /** What it is called. */
  title: string;
  bandMap?: KeptBandMap;
  /** The expected look with its lines: a JPEG. */
  look?: { bytes: Uint8Array; widthPx: number; heightPx: number };
};
