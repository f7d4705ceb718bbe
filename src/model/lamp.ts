import * as z from 'zod/mini';

/**
 * The one light of a scene. `azimuthDeg`: where the light comes from, clockwise from 12 o'clock.
 * `heightDeg`: 0 grazes the paper, 90 stands straight above it.
 */
export const distantLampSchema = z.object({
  kind: z.literal('distant'),
  azimuthDeg: z.number().check(z.minimum(0), z.lt(360)),
  heightDeg: z.number().check(z.minimum(5), z.maximum(90)),
});
export type DistantLamp = z.infer<typeof distantLampSchema>;
