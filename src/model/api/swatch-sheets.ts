import * as z from 'zod/mini';
import { idSchema } from '../id';
import { printedSheetSchema } from '../printed-sheet';
import { textSchema } from '../text';

/** Most markers on the sheets of one wish. */
export const mostSwatchMarkers = 2000;

export const swatchWishSchema = z.object({
  page: z.enum(['A4', 'Letter']),
  markers: z.array(z.object({ id: idSchema, code: textSchema(80, { least: 1 }) })).check(z.minLength(1), z.maxLength(mostSwatchMarkers)),
});
export type SwatchWish = z.infer<typeof swatchWishSchema>;

/** Sheets that were laid out, the newest first. `unreadable`: numbers of those that are kept and cannot be read. */
export const swatchSheetsSchema = z.object({
  sheets: z.array(z.extend(printedSheetSchema, { printedAt: z.string() })),
  unreadable: z.array(z.string()),
});
export type SwatchSheets = z.infer<typeof swatchSheetsSchema>;

/** Numbers of the sheets that a wish comes to, in their order. */
export const laidOutSchema = z.object({ numbers: z.array(z.string()) });
