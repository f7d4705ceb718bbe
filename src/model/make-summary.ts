import * as z from 'zod';
import { idSchema, sha256Schema } from './id';
import { rungSchema } from './ladder';

/** A make in short, for lists. */
export const makeSummarySchema = z.object({
  id: idSchema,
  name: z.string(),
  next: z.object({
    station: z.enum(['picture', 'elements', 'groups', 'light', 'recipe']),
    words: z.string(),
    pictureId: idSchema.nullable(),
  }),
  pictures: z.array(
    z.object({ id: idSchema, name: z.string(), grey: sha256Schema, regions: z.number().int(), gathered: z.number().int() }),
  ),
  /** Which ladder the maker gave to an element of which name. */
  ladders: z.array(z.object({ pictureId: idSchema, elementId: idSchema, element: z.string(), rungs: z.array(rungSchema) })),
});
export type MakeSummary = z.infer<typeof makeSummarySchema>;
