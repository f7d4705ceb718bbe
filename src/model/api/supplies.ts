import * as z from 'zod/mini';
import { handSchema } from '../hand';
import { idSchema } from '../id';
import { schoolSchema } from '../school';
import { ownGoesWithSchema, suppliesSchema, supplySchema } from '../supplies';

/** Most of each kind that a maker has. */
export const mostSupplies = 500;

const rows = <S extends z.ZodMiniType<{ id: string }>>(schema: S) => z.optional(z.array(schema).check(z.maxLength(mostSupplies)));
const ids = z.optional(z.array(idSchema).check(z.maxLength(mostSupplies)));

/**
 * Changes of what the maker has beside the rack, all or none: what is given is put in or replaces what has the same id; ids to be removed go.
 * `hand`: null forgets what was said of it.
 */
export const suppliesChangeSchema = z.object({
  supplies: rows(supplySchema),
  goesWith: rows(ownGoesWithSchema),
  schools: rows(schoolSchema),
  removeSupplies: ids,
  removeGoesWith: ids,
  removeSchools: ids,
  hand: z.optional(z.nullable(handSchema)),
});
export type SuppliesChange = z.infer<typeof suppliesChangeSchema>;

/** All of it. `unreadable`: ids of rows that are kept and cannot be read. `learnt`: the hand's pace in cm2 a minute as sessions show it, and how many. */
export const suppliesAnswerSchema = z.extend(suppliesSchema, {
  unreadable: z.array(z.string()),
  learnt: z.optional(z.object({ cm2PerMinute: z.number().check(z.positive()), sessions: z.int().check(z.minimum(1)) })),
});
export type SuppliesAnswer = z.infer<typeof suppliesAnswerSchema>;
