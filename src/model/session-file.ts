import * as z from 'zod/mini';
import { idSchema } from './id';
import { labSchema, markerStates, pairNoteSchema } from './marker';
import { sessionEntrySchema, sessionHeadSchema } from './session';

/** All that a session needs to be coloured along by itself: it stands as JSON in the one file that is taken to the table. `blobs`: base64, by digest. */
export const sessionFileSchema = z.object({
  sessionId: idSchema,
  makeName: z.string(),
  head: sessionHeadSchema,
  entries: z.array(sessionEntrySchema),
  rack: z.object({
    markers: z.array(
      z.object({
        ...{ id: idSchema, code: z.string(), lineId: idSchema, owned: z.boolean() },
        ...{ lab: z.optional(labSchema), state: z.optional(z.enum(markerStates)) },
      }),
    ),
    pairNotes: z.array(pairNoteSchema),
  }),
  paces: z.record(z.string(), z.object({ cm2PerMinute: z.number(), sessions: z.int() })),
  blobs: z.record(z.string(), z.string()),
});
export type SessionFile = z.infer<typeof sessionFileSchema>;
