import * as z from 'zod/mini';

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
