import * as z from 'zod/mini';

/**
 * What a document says that its schema does not know: a newer program's words, or another's. `within`: by the name of a field, or by the row of a list ("id x", or "at 0"
 * where rows have none).
 */
export type UnknownFields = {
  fields?: Record<string, unknown> | undefined;
  within?: Record<string, UnknownFields> | undefined;
};
export const unknownFieldsSchema: z.ZodMiniType<UnknownFields> = z.object({
  fields: z.optional(z.record(z.string(), z.unknown())),
  within: z.optional(
    z.record(
      z.string(),
      z.lazy(() => unknownFieldsSchema),
    ),
  ),
});
