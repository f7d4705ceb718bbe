import * as z from 'zod/mini';
import { idSchema } from './id';

/** Drills of the eye: done on the screen. */
export const eyeDrillIds = ['where-dark', 'wrong-light', 'overlooked', 'order', 'blend', 'wide-step', 'part', 'read-code'] as const;
export type EyeDrillId = (typeof eyeDrillIds)[number];
/** Drills of the hand: done on a printed sheet, and read from a photo of it. */
export const handDrillIds = ['circles', 'edge', 'flicks', 'tips', 'fill', 'lift', 'coats'] as const;
export type HandDrillId = (typeof handDrillIds)[number];
export const drillIds = [...eyeDrillIds, ...handDrillIds] as const;
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
