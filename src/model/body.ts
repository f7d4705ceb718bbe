import * as z from 'zod/mini';
import { idSchema, regionIdSchema } from './id';

/** Kinds of relief, in the order in which they are offered. */
export const reliefKinds = ['round', 'flat', 'ridge', 'hollow', 'tilted', 'pattern'] as const;

/**
 * How a body swells. `strength`: 1 as its outline says, less lies flatter, more is rounder; `towardsDeg`: where a tilted face looks,
 * clockwise from 12 o'clock. A `pattern` has no relief of its own and takes part in what it lies on.
 */
export const reliefSchema = z.object({
  kind: z.enum(reliefKinds),
  strength: z.optional(z.number().check(z.minimum(0), z.maximum(2))),
  towardsDeg: z.optional(z.number().check(z.minimum(0), z.maximum(360))),
});
export type Relief = z.infer<typeof reliefSchema>;

/**
 * A body as the maker changed it: regions that are shaded together as one rounded thing, whatever their elements. Of two rows that name a
 * region the later one holds it. Regions that a new reading lost stay named: they may come back.
 */
export const bodySchema = z.object({
  id: idSchema,
  regionIds: z.array(regionIdSchema).check(z.maxLength(5000)),
  /** A region of the body that it lies on, whose form goes on beneath it. */
  on: z.optional(regionIdSchema),
  /** Absent: as its outline says. */
  relief: z.optional(reliefSchema),
});
export type Body = z.infer<typeof bodySchema>;
