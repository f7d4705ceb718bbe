import * as z from 'zod/mini';
import { drillIds, drillTrySchema, practiceRowSchema } from '../practice';

/** One more time of a drill; the same again does nothing. */
export const addTrySchema = z.object({ drill: z.enum(drillIds), done: drillTrySchema });
export type AddTry = z.infer<typeof addTrySchema>;

/** All drills that were ever tried. `unreadable`: ids of rows that are kept and cannot be read. */
export const practiceAnswerSchema = z.object({ drills: z.array(practiceRowSchema), unreadable: z.array(z.string()) });
export type PracticeAnswer = z.infer<typeof practiceAnswerSchema>;
