import type { RecipeSheet } from '#model/api/recipes';
import { openPdf } from '../pdf-document';
import { deskSheet } from './desk-sheet';
import { scrapStrip } from './scrap-strip';
import type { SheetOf } from './sheet-of';
import { smallCards } from './small-cards';
import { openFlow, sheetSizes } from './flow';

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
