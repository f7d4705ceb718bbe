import * as z from 'zod/mini';
import { idSchema } from './id';

const azimuthSchema = z.number().check(z.minimum(0), z.lt(360));

/** Light beside that of the lamp, as shares of all light: from all round, and a weak fill from one side. Absent: none. */
const besideShape = {
  ambient: z.optional(z.number().check(z.minimum(0), z.maximum(0.7))),
  fill: z.optional(z.object({ azimuthDeg: azimuthSchema, share: z.number().check(z.minimum(0), z.maximum(0.3)) })),
};

/** A far lamp. `azimuthDeg`: where the light comes from, clockwise from 12 o'clock. `heightDeg`: 0 grazes the paper, 90 stands straight above it. */
export const distantLampSchema = z.object({
  kind: z.literal('distant'),
  azimuthDeg: azimuthSchema,
  heightDeg: z.number().check(z.minimum(5), z.maximum(90)),
  ...besideShape,
});
export type DistantLamp = z.infer<typeof distantLampSchema>;

/** A lamp in or beside the scene, such as a lantern: its place in mm from the left top of one picture, and how high it stands above the paper. */
export const nearLampSchema = z.object({
  kind: z.literal('near'),
  pictureId: idSchema,
  xMm: z.number().check(z.minimum(-1000), z.maximum(2000)),
  yMm: z.number().check(z.minimum(-1000), z.maximum(4000)),
  heightMm: z.number().check(z.minimum(2), z.maximum(500)),
  ...besideShape,
});
export type NearLamp = z.infer<typeof nearLampSchema>;

/** The one light of a scene. */
export const lampSchema = z.discriminatedUnion('kind', [distantLampSchema, nearLampSchema]);
export type SceneLamp = z.infer<typeof lampSchema>;
export type LightBeside = Pick<DistantLamp, 'ambient' | 'fill'>;
