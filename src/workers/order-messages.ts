import * as z from 'zod/mini';
import { idSchema, sha256Schema } from '#model/id';
import { placingSchema } from '#model/placing';
import { wetMendSchema } from '#model/wet-mend';
import { labelledSchema } from './scene-messages';

/** A label map by its digest: several pictures are known at once. */
export const orderPictureSchema = z.extend(labelledSchema, { labelMap: sha256Schema, pxPerMm: z.number().check(z.positive()) });

export const areasRequestSchema = z.object({
  labelMap: sha256Schema,
  asked: z.array(
    z.object({
      elementId: idSchema,
      labels: z.array(z.int().check(z.positive())),
      maxAreaMm2: z.number().check(z.positive()),
      mends: z.array(wetMendSchema),
    }),
  ),
});

const markSchema = z.object({ marker: z.string(), lightnessL: z.number(), seconds: z.number() });
const blendSchema = z.object({
  id: z.string(),
  elements: z.array(z.string()),
  marks: z.array(markSchema),
  after: z.optional(z.array(z.object({ blend: z.string(), waitSeconds: z.number() }))),
});
export const orderRequestSchema = z.object({
  request: z.object({ blends: z.array(blendSchema), touching: z.array(z.tuple([z.string(), z.string()])) }),
  placings: z.array(placingSchema),
});
