import * as z from 'zod';
import { idSchema } from '../id';
import { makeSchema } from '../make';
import { makeSummarySchema } from '../make-summary';
import { stepsSchema } from '../operation';
import { textSchema } from '../text';

export const createMakeRequestSchema = z.object({ id: idSchema, name: makeSchema.shape.name });

/** `id`: of the copy, chosen by the client so that a request sent again makes no second one. */
export const copyMakeRequestSchema = z.object({ id: idSchema, name: makeSchema.shape.name });

/** A make as kept. `appliedBatchIds`: the newest batches, so that a client can tell which of its waiting ones arrived. */
export const keptMakeSchema = z.object({
  revision: z.number().int().nonnegative(),
  updatedAt: z.string(),
  document: makeSchema,
  appliedBatchIds: z.array(idSchema),
  steps: stepsSchema,
  /** Which history of the installation's data it belongs to: a restore begins another. */
  epoch: z.string(),
});
export type KeptMake = z.infer<typeof keptMakeSchema>;

export const listedMakeSchema = z.object({ revision: z.number().int().nonnegative(), updatedAt: z.string(), summary: makeSummarySchema });
export type ListedMake = z.infer<typeof listedMakeSchema>;
/** Which part of the list of makes is asked for. */
export const listMakesRequestSchema = z.object({
  find: textSchema(100).optional(),
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
  most: z.coerce.number().int().min(1).max(100).default(50),
});
export const listMakesAnswerSchema = z.object({ makes: z.array(listedMakeSchema), total: z.number().int() });

export const applyBatchAnswerSchema = z.object({ revision: z.number().int().nonnegative(), alreadyApplied: z.boolean() });
export type ApplyBatchAnswer = z.infer<typeof applyBatchAnswerSchema>;
