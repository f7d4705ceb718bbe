import * as z from 'zod/mini';
import { rackSchema } from './marker';

export const rackFileVersion = 3;

/** The whole rack as a file of ours. Every colour is a reading that says where it comes from; what is only assumed from a code is never written. */
export const rackFileSchema = z.extend(rackSchema, {
  format: z.literal('aquachrome-rack'),
  version: z.literal(rackFileVersion),
});
export type RackFile = z.infer<typeof rackFileSchema>;
