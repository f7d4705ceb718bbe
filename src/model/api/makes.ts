import * as z from 'zod/mini';
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
  revision: z.int().check(z.nonnegative()),
  updatedAt: z.string(),
  document: makeSchema,
  appliedBatchIds: z.array(idSchema),
  steps: stepsSchema,
  /** Which history of the installation's data it belongs to: a restore begins another. */
  epoch: z.string(),
});
export type KeptMake = z.infer<typeof keptMakeSchema>;

export const listedMakeSchema = z.object({ revision: z.int().check(z.nonnegative()), updatedAt: z.string(), summary: makeSummarySchema });
export type ListedMake = z.infer<typeof listedMakeSchema>;
/** Which part of the list of makes is asked for. */
export const listMakesRequestSchema = z.object({
  find: z.optional(textSchema(100)),
  from: z._default(z.coerce.number().check(z.int(), z.minimum(0), z.maximum(1_000_000)), 0),
  most: z._default(z.coerce.number().check(z.int(), z.minimum(1), z.maximum(100)), 50),
});
export const listMakesAnswerSchema = z.object({
  makes: z.array(listedMakeSchema),
  total: z.int(),
  /** Makes that are kept and cannot be read: told of, and no reason to hide the others. */
  unreadable: z.array(z.object({ id: z.string(), name: z.string(), message: z.string() })),
});
export type ListMakesAnswer = z.infer<typeof listMakesAnswerSchema>;

export const applyBatchAnswerSchema = z.object({ revision: z.int().check(z.nonnegative()), alreadyApplied: z.boolean() });
export type ApplyBatchAnswer = z.infer<typeof applyBatchAnswerSchema>;
