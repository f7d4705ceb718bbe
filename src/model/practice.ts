import * as z from 'zod/mini';
import { idSchema } from './id';

/** Drills of the eye. */
export const drillIds = ['where-dark', 'order', 'blend', 'wide-step', 'part'] as const;
export type DrillId = (typeof drillIds)[number];

/** Times of one drill that are kept: the newest. */
export const mostTries = 2000;

/** One time that a drill was done. `score` 0 (chance) to 1 (as computed). `id`: told twice it is one. */
export const drillTrySchema = z.object({
  id: idSchema,
  atMs: z.int().check(z.minimum(0)),
  score: z.number().check(z.minimum(0), z.maximum(1)),
});
export type DrillTry = z.infer<typeof drillTrySchema>;

/** All times of a drill, the newest last; its id is the drill's. */
export const practiceRowSchema = z.object({
  id: z.enum(drillIds),
  tries: z.array(drillTrySchema).check(z.maxLength(mostTries)),
});
export type PracticeRow = z.infer<typeof practiceRowSchema>;
