import * as z from 'zod/mini';
import { placeMmSchema } from './reading';

export const mostWetMends = 200;

/** How a hand changes what of an element is coloured at once: a way that cuts what it crosses, or points whose areas become one. In mm, done again whenever that is computed anew. */
export const wetMendSchema = z.object({
  kind: z.enum(['cut', 'join']),
  points: z.array(placeMmSchema).check(z.minLength(2), z.maxLength(400)),
});
export type WetMend = z.infer<typeof wetMendSchema>;
