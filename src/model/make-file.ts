import * as z from 'zod/mini';
import { makeSchema } from './make';

/** Of the file about a make; the make in it states its own schema, and older ones are upgraded. */
export const makeFileVersion = 1;

/** A make as it leaves the application: alone, or in a bundle with the pictures that it names by their SHA-256. */
export const makeFileSchema = z.object({
  format: z.literal('aquachrome-make'),
  version: z.literal(makeFileVersion),
  make: makeSchema,
});
export type MakeFile = z.infer<typeof makeFileSchema>;
