import * as z from 'zod/mini';
import { idSchema } from '../id';
import { mostMakeName } from '../make';
import { sessionEntrySchema, sessionHeadSchema } from '../session';
import { textSchema } from '../text';

/** A session that begins. The same request again does nothing. */
export const beginSessionSchema = z.object({
  id: idSchema,
  make: z.object({ id: idSchema, name: textSchema(mostMakeName, { least: 1 }) }),
  head: sessionHeadSchema,
});
export type BeginSession = z.infer<typeof beginSessionSchema>;

/** Bytes that the plan of a session may have. */
export const mostSessionBytes = 16 * 1024 * 1024;
/** Entries sent at once. */
const mostEntriesAtOnce = 1000;

/** What happened, in order; each is kept once, however often it is sent. */
export const addEntriesSchema = z.object({ entries: z.array(sessionEntrySchema).check(z.minLength(1), z.maxLength(mostEntriesAtOnce)) });

export const readSessionSchema = z.object({
  id: idSchema,
  makeId: z.string(),
  makeName: z.string(),
  isMakeThere: z.boolean(),
  head: sessionHeadSchema,
  entries: z.array(sessionEntrySchema),
});
export type ReadSession = z.infer<typeof readSessionSchema>;

export const listedSessionsSchema = z.object({
  sessions: z.array(
    z.object({
      id: idSchema,
      makeId: z.string(),
      makeName: z.string(),
      startedAtMs: z.number(),
      marks: z.int(),
      /** Marks that were laid or left out. */
      laid: z.int(),
      entries: z.int(),
      isEnded: z.boolean(),
    }),
  ),
});
export type ListedSessions = z.infer<typeof listedSessionsSchema>;

/** What was learnt of the maker's pace (core/session/pace.ts), and how much paper a full marker covers. */
export const paceAnswerSchema = z.object({
  paces: z.record(z.string(), z.object({ cm2PerMinute: z.number().check(z.positive()), sessions: z.int().check(z.minimum(1)) })),
});

/** What each marker has covered since it was filled (core/session/ink.ts). */
export const inkAnswerSchema = z.object({
  fill: z.object({ areaCm2: z.number(), fills: z.int() }),
  markers: z.array(z.object({ markerId: z.string(), areaCm2: z.number(), coats: z.int(), since: z.nullable(z.string()) })),
});
export type InkAnswer = z.infer<typeof inkAnswerSchema>;
