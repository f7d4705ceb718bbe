import * as z from 'zod/mini';
import { idSchema, sha256Schema } from './id';
import { stepTurnSchema } from './operation';

const waitingBlobSchema = z.object({ sha256: sha256Schema, bytes: z.instanceof(Uint8Array<ArrayBuffer>) });
/** Bytes that operations of a batch name (a label map): they go to the server before it. */
export type WaitingBlob = z.infer<typeof waitingBlobSchema>;

/** A batch as it was laid down, by whichever version of the application: its operations are read by the schema it states. */
export const laidDownSchema = z.object({
  schema: z.optional(z.number()),
  makeId: idSchema,
  tabId: z.string(),
  batchId: idSchema,
  sequence: z.number(),
  expectedRevision: z.int().check(z.nonnegative()),
  operations: z.array(z.unknown()).check(z.minLength(1)),
  blobs: z._default(z.array(waitingBlobSchema), []),
  step: z.optional(stepTurnSchema),
  epoch: z.optional(z.string()),
});
export type LaidDownBatch = z.infer<typeof laidDownSchema>;
