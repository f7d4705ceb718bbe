import * as z from 'zod/mini';
import { daySchema } from '../day';
import { idSchema } from '../id';
import { labSchema } from '../marker';
import { sessionShortSchema } from '../session-short';
import { textSchema } from '../text';

/** By what a session is found beside words, colour and time. */
export const logbookKinds = ['code', 'element', 'picture', 'paper', 'tag', 'went', 'has'] as const;
export type LogbookKind = (typeof logbookKinds)[number];

/** Sessions shown at once. */
export const mostSessionsAtOnce = 40;

/** What is asked for: all of it holds of each session that is found. */
export const askLogbookSchema = z.object({
  /** Words that stand anywhere in it; of the last one the beginning is enough. */
  words: z.optional(textSchema(120)),
  terms: z.optional(z.array(z.object({ kind: z.enum(logbookKinds), term: textSchema(120, { least: 1 }) })).check(z.maxLength(12))),
  /** A marker of this family was used. */
  family: z.optional(textSchema(40)),
  /** A marker near this colour was used. */
  near: z.optional(labSchema),
  makeId: z.optional(idSchema),
  fromDay: z.optional(daySchema),
  toDay: z.optional(daySchema),
  from: z.optional(z.int().check(z.minimum(0), z.maximum(1_000_000))),
  most: z.optional(z.int().check(z.minimum(1), z.maximum(mostSessionsAtOnce))),
});
export type AskLogbook = z.infer<typeof askLogbookSchema>;

const loggedSchema = z.object({
  id: idSchema,
  makeId: z.string(),
  makeName: z.string(),
  isMakeThere: z.boolean(),
  short: sessionShortSchema,
});
export type LoggedSession = z.infer<typeof loggedSchema>;
export const foundSessionsSchema = z.object({ sessions: z.array(loggedSchema), total: z.int() });
export type FoundSessions = z.infer<typeof foundSessionsSchema>;

/** What the sessions that are found come to (core/session/figures.ts). */
export const figuresSchema = z.object({
  sessions: z.int(),
  marks: z.int(),
  areaCm2: z.number(),
  workedS: z.number(),
  used: z.array(
    z.object({
      markerId: z.string(),
      code: z.string(),
      lab: z.optional(labSchema),
      areaCm2: z.number(),
      coats: z.int(),
      sessions: z.int(),
    }),
  ),
  /** Owned, and in none of them. */
  idle: z.array(z.object({ markerId: z.string(), code: z.string(), lab: z.optional(labSchema) })),
  ladders: z.array(z.object({ codes: z.array(z.string()), sessions: z.int() })),
  failedPairs: z.array(z.object({ codes: z.tuple([z.string(), z.string()]), times: z.int() })),
  pace: z.array(z.object({ atMs: z.number(), cm2PerMinute: z.number(), sessionId: z.string() })),
});
export type LogbookFigures = z.infer<typeof figuresSchema>;
