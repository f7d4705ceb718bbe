import * as z from 'zod/mini';
import { textSchema } from './text';
import { idSchema } from './id';

/** The roles of a group, light to dark. */
export const roles = ['highlight', 'base', 'midtone', 'shadow', 'deepest'] as const;
export type Role = (typeof roles)[number];

/** A rung keeps the code beside the id, so that a ladder stays readable when its marker has left the rack. */
export const rungSchema = z.object({
  markerId: idSchema,
  code: textSchema(40, { least: 1, empty: 'a marker needs a code' }),
});

/**
 * Markers of one group from light to dark: one for a tiny spot, six at the most. `order` place: hues laid over each other stand from the edge to the
 * middle of a thing instead.
 */
export const ladderSchema = z.object({
  rungs: z.array(rungSchema).check(z.minLength(1), z.maxLength(6)),
  order: z.optional(z.literal('place')),
});
export type Ladder = z.infer<typeof ladderSchema>;
