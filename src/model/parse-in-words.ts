import type * as z from 'zod/mini';

/** A value as a schema reads it, or what is wrong with it as a maker reads it: "name: at most 60 signs fit". */
export function parseInWords<S extends z.ZodMiniType>(schema: S, value: unknown): { value: z.output<S> } | { problem: string } {
  const result = schema.safeParse(value);
  if (result.success) return { value: result.data };
  const [issue] = result.error.issues;
  const field = issue?.path.findLast((part) => typeof part === 'string');
  const message = issue?.message === 'Invalid input' || !issue ? 'this is beyond what can be kept' : issue.message;
  return { problem: field === undefined ? message : `${String(field)}: ${message}` };
}
