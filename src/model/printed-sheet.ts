import * as z from 'zod/mini';
import { idSchema } from './id';
import { textSchema } from './text';

const mm = z.number().check(z.minimum(0), z.maximum(1000));

/** A page of a swatch sheet as it was printed: its number, its size, its cells in mm, and the codes that stand under them. Numbers: `AQ` and 18 hex digits. */
export const printedSheetSchema = z.object({
  sheet: z.string().check(z.regex(/^AQ[0-9A-F]{18}$/, 'a sheet has a number of AQ and 18 digits')),
  page: z.object({ widthMm: mm, heightMm: mm }),
  cells: z
    .array(z.object({ markerId: idSchema, coats: z.union([z.literal(1), z.literal(2)]), xMm: mm, yMm: mm, widthMm: mm, heightMm: mm }))
    .check(z.minLength(1), z.maxLength(400)),
  codes: z.array(z.object({ id: idSchema, code: textSchema(80, { least: 1 }) })).check(z.maxLength(200)),
});
export type PrintedSheet = z.infer<typeof printedSheetSchema>;
