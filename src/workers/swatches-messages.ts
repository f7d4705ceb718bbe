import * as z from 'zod/mini';
import { idSchema } from '#model/id';
import { labSchema } from '#model/marker';
import { printedSheetSchema } from '#model/printed-sheet';
import type { ReadCell } from '#core/swatch/read-swatches';

/** Bytes and px that a photo of a sheet may have. */
export const mostPhotoBytes = 60 * 1024 * 1024;
export const mostPhotoPx = 60e6;

export const readSheetSchema = z.object({
  file: z.instanceof(Blob),
  /** The sheets that were printed here. */
  sheets: z.array(printedSheetSchema),
  /** Colour of the bare paper. */
  paper: labSchema,
});

/** Which sheet it is and what its cells are, or what is wrong in words. */
export type SheetAnswer = { sheet: string; cells: ReadCell[] } | { problem: string };

export const photographSchema = z.object({
  sheet: printedSheetSchema,
  /** What the rack has for each marker. */
  thought: z.array(z.object({ id: idSchema, lab: z.optional(labSchema) })),
  seed: z.int(),
});

export const photographPictureSchema = z.object({
  picture: z.instanceof(Blob),
  /** Its width on paper. */
  widthMm: z.number().check(z.positive(), z.maximum(1000)),
  seed: z.int(),
});
