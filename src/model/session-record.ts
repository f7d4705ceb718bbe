import * as z from 'zod/mini';
import { idSchema } from './id';
import { sessionEntrySchema } from './session';

/** What a session that was taken to the table gives back, as the JSON of its file. */
export const sessionRecordSchema = z.object({
  format: z.literal('aquachrome-session-record'),
  version: z.literal(1),
  sessionId: idSchema,
  entries: z.array(sessionEntrySchema).check(z.maxLength(100_000)),
});
