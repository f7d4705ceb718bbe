import { z } from 'zod';
import { rackSchema } from './marker';

/** The whole rack as a file of ours. */
export const rackFileSchema = rackSchema.extend({ format: z.literal('aquachrome-rack'), version: z.literal(1) });
export type RackFile = z.infer<typeof rackFileSchema>;
