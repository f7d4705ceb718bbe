import * as z from 'zod/mini';
import { distantLampSchema } from '#model/lamp';
import type { BandMap } from '#core/scene/band-map';

export const loadRequestSchema = z.object({
  labels: z.instanceof(Uint16Array),
  width: z.int().check(z.positive()),
  height: z.int().check(z.positive()),
});

export const bandRequestSchema = z.object({
  lamp: distantLampSchema,
  elements: z
    .array(
      z.object({
        labels: z.array(z.int().check(z.minimum(1), z.maximum(65535))),
        /** Share of each rung, light to dark. */
        shares: z.array(z.number()).check(z.minLength(1), z.maxLength(6)),
      }),
    )
    .check(z.maxLength(2000)),
  resolution: z.enum(['full', 'half']),
});

/** The band map, and the share each band really covers. */
export type BandAnswer = { map: BandMap; shares: number[][] };
