import * as z from 'zod/mini';
import { colouringSchema, treatmentSchema } from './colouring';
import { distantLampSchema, nearLampSchema } from './lamp';
import { elementSchema, pictureSchema } from './picture';

/** The lamp of a scene as it stands to one picture: a near one in mm from its left top. */
export const lampOverSchema = z.discriminatedUnion('kind', [distantLampSchema, z.omit(nearLampSchema, { pictureId: true })]);
export type LampOver = z.infer<typeof lampOverSchema>;

/** An element without what no band follows from. */
export const planElementSchema = z.extend(
  z.omit(elementSchema, { name: true, kind: true }),
  z.omit(treatmentSchema, { id: true, school: true, coats: true, extras: true }).shape,
);
export type PlanElement = z.infer<typeof planElementSchema>;

/** A colouring likewise; its lamp and its treatments stand beside it. */
export const planColouringSchema = z.omit(colouringSchema, {
  ...({ id: true, name: true, lamp: true, school: true, paper: true, lineInk: true, extras: true, treatments: true } as const),
});

/** A picture likewise: its raster, its settings and its mends count by the reading that was made of them. */
const planPictureSchema = z.omit(pictureSchema, {
  ...({ id: true, name: true, widthMm: true, heightMm: true, original: true, grey: true, preparation: true } as const),
  ...({ lineSettings: true, standsAtMm: true, lostSeen: true, regionMap: true, regionsGiven: true, mends: true } as const),
  ...({ elements: true, colourings: true } as const),
});

/**
 * The part of the documents that the bands of a picture follow from. What is asked of workers, what names a thumbnail and what is sent to be painted
 * is this. What is left out is named here; a new field of a row is part of it from the start.
 */
export const planSourceSchema = z.extend(planPictureSchema, {
  elements: z.array(planElementSchema),
  colouring: planColouringSchema,
  lamp: lampOverSchema,
});
export type PlanSource = z.infer<typeof planSourceSchema>;
export const planPictureFields = Object.keys(planPictureSchema.shape) as (keyof typeof planPictureSchema.shape)[];
