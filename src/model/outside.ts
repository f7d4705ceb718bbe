import * as z from 'zod/mini';
import { placeMmSchema } from './reading';

/**
 * Colour on the paper outside the image: a halo round all of it in steps, the deepest next to it; or a ground shadow under what stands, lying along a
 * line.
 */
export const outsideSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('halo'), stepMm: z.number().check(z.minimum(0.5), z.maximum(20)) }),
  z.object({ kind: z.literal('ground'), from: placeMmSchema, to: placeMmSchema, depthMm: z.number().check(z.minimum(1), z.maximum(60)) }),
]);
export type Outside = z.infer<typeof outsideSchema>;
