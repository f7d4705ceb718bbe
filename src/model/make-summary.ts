import * as z from 'zod/mini';
import { idSchema, sha256Schema } from './id';
import { rungSchema } from './ladder';

/** A make in short, for lists. */
export const makeSummarySchema = z.object({
  id: idSchema,
  name: z.string(),
  next: z.object({
    station: z.string().check(z.regex(/^[a-z-]{1,20}$/, 'a station is named by small letters')),
    words: z.string(),
    pictureId: z.nullable(idSchema),
    /** Null: the first. */
    colouringId: z.nullable(idSchema),
  }),
  pictures: z.array(z.object({ id: idSchema, name: z.string(), grey: sha256Schema, regions: z.int(), gathered: z.int() })),
  /** Which ladder the maker gave to an element of which name, in which colouring of the picture (0 = the first). */
  ladders: z.array(
    z.object({ pictureId: idSchema, colouring: z.int(), elementId: idSchema, element: z.string(), rungs: z.array(rungSchema) }),
  ),
});
export type MakeSummary = z.infer<typeof makeSummarySchema>;
