import * as z from 'zod/mini';
import { reliefSchema } from '#model/body';
import { distantLampSchema } from '#model/lamp';
import type { BandMap } from '#core/scene/band-map';

export const loadRequestSchema = z.object({
  labels: z.instanceof(Uint16Array),
  width: z.int().check(z.positive()),
  height: z.int().check(z.positive()),
  pxPerMm: z.number().check(z.positive()),
});

const labelSchema = z.int().check(z.minimum(1), z.maximum(65535));

const spotSchema = z.object({
  softPx: z.number().check(z.nonnegative()),
  strokes: z.array(
    z.object({ radiusPx: z.number().check(z.positive()), points: z.array(z.tuple([z.number(), z.number()])).check(z.minLength(1)) }),
  ),
});

export const bandRequestSchema = z.object({
  lamp: distantLampSchema,
  elements: z
    .array(
      z.object({
        labels: z.array(labelSchema),
        /** Share of each rung, light to dark. */
        shares: z.array(z.number()).check(z.minLength(1), z.maxLength(6)),
        spot: z.optional(spotSchema),
      }),
    )
    .check(z.maxLength(2000)),
  bodies: z.optional(
    z
      .array(z.object({ labels: z.array(labelSchema), on: z.optional(labelSchema), relief: z.optional(reliefSchema) }))
      .check(z.maxLength(65535)),
  ),
  fronts: z.optional(z.array(z.object({ front: labelSchema, behind: labelSchema })).check(z.maxLength(400_000))),
  resolution: z.enum(['full', 'half']),
});

/** The band map, and how many px of it each band covers. */
export type BandAnswer = { map: BandMap; pixels: number[][] };
