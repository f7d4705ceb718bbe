import type { RecipeSheet } from '#model/api/recipes';
import type { KeptBandMap } from '#core/recipe/kept-band-map';
import type { WrittenRecipe } from '#model/written-recipe';
import { openPdf } from '../pdf-document';
import { deskSheet } from './desk-sheet';
import { scrapStrip } from './scrap-strip';
import { smallCards } from './small-cards';
import { openFlow, sheetSizes } from './flow';

/** What a sheet is made of: a recipe, and what is seen of it where that was kept. */
export type SheetOf = {
  recipe: WrittenRecipe;
  /** What it is called. */
  title: string;
  bandMap?: KeptBandMap;
  /** The expected look with its lines: a JPEG. */
  look?: { bytes: Uint8Array; widthPx: number; heightPx: number };
};

/** A recipe as sheets to be printed: PDF, on as many pages as it needs, nothing cut off. The same recipe always gives the same bytes. */
export async function recipePdf(of: SheetOf, { paper, sheet, grey }: RecipeSheet): Promise<Uint8Array> {
  // The day it was written stands for the day of the file.
  const pdf = openPdf({ title: of.title, on: new Date(`${of.recipe.writtenOn ?? '2000-01-01'}T12:00:00Z`) });
  const flow = openFlow(pdf, { ...sheetSizes[paper], foot: of.title });
  const isGrey = grey !== undefined;
  if (sheet === 'desk') await deskSheet(flow, of, isGrey);
  else if (sheet === 'strip') scrapStrip(flow, of.recipe, isGrey);
  else smallCards(flow, of);
  flow.number();
  return pdf.bytes();
}
