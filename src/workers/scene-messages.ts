import * as z from 'zod';
import { distantLampSchema } from '#model/lamp';
import type { BandMap } from '#core/scene/band-map';

export const loadRequestSchema = z.object({
  labels: z.instanceof(Uint16Array),
  width: z.number().int().positive(),
  height: z.number().int().positive(),
});

export const bandRequestSchema = z.object({
  lamp: distantLampSchema,
  elements: z
    .array(
      z.object({
        labels: z.array(z.number().int().min(1).max(65535)),
        /** Share of each rung, light to dark. */
        shares: z.array(z.number()).min(1).max(6),
      }),
    )
    .max(2000),
  resolution: z.enum(['full', 'half']),
});

/** The band map, and the share each band really covers. */
export type BandAnswer = { map: BandMap; shares: number[][] };
