import * as z from 'zod/mini';
import { rackMarkerSchema, rackSchema } from './marker';

export const rackFileVersion = 2;

/** The whole rack as a file of ours. Every colour says where it comes from; what is only assumed from a code is never written. */
export const rackFileSchema = z.extend(rackSchema, {
  format: z.literal('aquachrome-rack'),
  version: z.literal(rackFileVersion),
  markers: z.array(
    rackMarkerSchema.check(
      z.refine(({ lab, colourSource }) => (lab === undefined) === (colourSource === undefined), 'a colour and its source go together'),
    ),
  ),
});
export type RackFile = z.infer<typeof rackFileSchema>;
