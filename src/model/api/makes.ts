import { z } from 'zod';
import { idSchema } from '../id';
import { makeSchema } from '../make';

export const createMakeRequestSchema = z.object({ id: idSchema, name: makeSchema.shape.name });

/** A make as kept. `appliedBatchIds`: the newest batches, so that a client can tell which of its waiting ones arrived. */
export const keptMakeSchema = z.object({
  revision: z.number().int().nonnegative(),
  updatedAt: z.string(),
  document: makeSchema,
  appliedBatchIds: z.array(idSchema),
});
export type KeptMake = z.infer<typeof keptMakeSchema>;

export const listMakesAnswerSchema = z.object({ makes: z.array(keptMakeSchema.omit({ appliedBatchIds: true })) });

export const applyBatchAnswerSchema = z.object({ revision: z.number().int().nonnegative(), alreadyApplied: z.boolean() });
export type ApplyBatchAnswer = z.infer<typeof applyBatchAnswerSchema>;
