import * as z from 'zod';

/**
 * The one light of a scene. `azimuthDeg`: where the light comes from, clockwise from 12 o'clock.
 * `heightDeg`: 0 grazes the paper, 90 stands straight above it.
 */
export const distantLampSchema = z.object({
  kind: z.literal('distant'),
  azimuthDeg: z.number().min(0).lt(360),
  heightDeg: z.number().min(5).max(90),
});
export type DistantLamp = z.infer<typeof distantLampSchema>;
