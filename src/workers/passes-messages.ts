import * as z from 'zod/mini';
import { outlineSchema } from '#model/outline';

const size = z.number().check(z.positive());
export const passesRequestSchema = z.object({
  plate: z.object({ widthMm: size, heightMm: size }),
  dies: z.array(z.object({ id: z.string(), outline: outlineSchema, count: z.int().check(z.minimum(0)) })),
  gapMm: z.number().check(z.minimum(0)),
});

export const spreadRequestSchema = z.object({
  panel: outlineSchema,
  free: z.optional(z.array(outlineSchema)),
  motifs: z.array(z.object({ id: z.string(), outline: outlineSchema, count: z.int().check(z.minimum(0), z.maximum(500)) })),
  gapMm: z.number().check(z.minimum(0)),
  seed: z.int(),
});
