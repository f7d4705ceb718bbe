import * as z from 'zod/mini';
import { outlineSchema } from '#model/outline';

const size = z.number().check(z.positive());
export const passesRequestSchema = z.object({
  plate: z.object({ widthMm: size, heightMm: size }),
  dies: z.array(z.object({ id: z.string(), outline: outlineSchema, count: z.int().check(z.minimum(0)) })),
  gapMm: z.number().check(z.minimum(0)),
});

export const cutRequestSchema = z.object({
  pieces: z.array(
    z.object({ id: z.string(), widthMm: size, heightMm: size, count: z.int().check(z.minimum(0)), mayTurn: z.optional(z.boolean()) }),
  ),
  sheets: z.array(
    z.object({
      id: z.string(),
      widthMm: size,
      heightMm: size,
      count: z.optional(z.int().check(z.minimum(0))),
      offcut: z.optional(z.boolean()),
    }),
  ),
  bladeMm: z.optional(z.number().check(z.minimum(0))),
});

export const spreadRequestSchema = z.object({
  panel: outlineSchema,
  free: z.optional(z.array(outlineSchema)),
  motifs: z.array(z.object({ id: z.string(), outline: outlineSchema, count: z.int().check(z.minimum(0), z.maximum(500)) })),
  gapMm: z.number().check(z.minimum(0)),
  seed: z.int(),
});

/** `labels`: of a picture, 0 is paper outside; what is not 0 is cut out. */
export const silhouetteRequestSchema = z.object({
  labels: z.instanceof(Uint16Array),
  width: z.int().check(z.positive()),
  height: z.int().check(z.positive()),
  pxPerMm: size,
  rimMm: z.number().check(z.minimum(0), z.maximum(20)),
});
