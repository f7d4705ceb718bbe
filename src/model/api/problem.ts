import * as z from 'zod/mini';

/** The one shape of every error answer: what is wrong, and what to do. */
export const problemSchema = z.object({
  code: z.string(),
  message: z.string(),
  remedy: z.string(),
  field: z.optional(z.string()),
});
export type Problem = z.infer<typeof problemSchema>;
