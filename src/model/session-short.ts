import * as z from 'zod/mini';
import { sha256Schema } from './id';
import { labSchema } from './marker';

/** A session as the logbook has it: what it was of, what was laid with which marker on which day, and what came of it. */
export const sessionShortSchema = z.object({
  startedAtMs: z.number(),
  /** When something was told last. */
  lastAtMs: z.number(),
  isEnded: z.boolean(),
  marks: z.int(),
  laid: z.int(),
  leftOut: z.int(),
  again: z.int(),
  slips: z.int(),
  /** Time at work in s, pauses and breaks left out; and as it was planned, of what was laid. */
  workedS: z.number(),
  plannedS: z.number(),
  pictures: z.array(z.string()),
  /** The card that it was coloured for. */
  card: z.optional(z.string()),
  /** The first of them, as the make names it. */
  of: z.optional(z.object({ pictureId: z.string(), colouringId: z.string() })),
  elements: z.array(z.string()),
  papers: z.array(z.string()),
  markers: z.array(
    z.object({ markerId: z.string(), code: z.string(), lab: z.optional(labSchema), day: z.string(), areaMm2: z.number(), coats: z.int() }),
  ),
  /** Codes of what was blended, light to dark. */
  ladders: z.array(z.array(z.string())),
  instead: z.array(z.object({ from: z.string(), to: z.string(), reason: z.string() })),
  failedPairs: z.array(z.tuple([z.string(), z.string()])),
  /** In the same order: how their markers were, where that was told. */
  failedStates: z.optional(z.array(z.string())),
  /** Cm2 a minute; null: too few marks say so. */
  paceCm2: z.nullable(z.number()),
  happy: z.optional(z.string()),
  nextTime: z.optional(z.string()),
  note: z.optional(z.string()),
  tags: z.array(z.string()),
  photos: z.array(sha256Schema),
});
export type SessionShort = z.infer<typeof sessionShortSchema>;
