import * as z from 'zod/mini';
import { reliefSchema } from '#model/body';
import { handKinds } from '#model/hand-stroke';
import { distantLampSchema, nearLampSchema } from '#model/lamp';
import type { BandMap } from '#core/scene/band-map';
import type { Contact } from '#core/scene/contacts';
import type { BandPlace } from '#core/scene/band-places';

/** A label map and its size. */
export const labelledSchema = z.object({
  labels: z.instanceof(Uint16Array),
  width: z.int().check(z.positive()),
  height: z.int().check(z.positive()),
});

export const loadRequestSchema = z.extend(labelledSchema, { pxPerMm: z.number().check(z.positive()) });

const labelSchema = z.int().check(z.minimum(1), z.maximum(65535));

const shareSchema = z.number().check(z.minimum(0), z.maximum(1));
const pointsPxSchema = z.array(z.tuple([z.number(), z.number()])).check(z.minLength(1));

const spotSchema = z.object({
  softPx: z.number().check(z.nonnegative()),
  strokes: z.array(z.object({ radiusPx: z.number().check(z.positive()), points: pointsPxSchema })),
});

const placePxSchema = z.tuple([z.number(), z.number()]);
const outsidePxSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('halo'), stepPx: z.number().check(z.positive()) }),
  z.object({ kind: z.literal('ground'), from: placePxSchema, to: placePxSchema, depthPx: z.number().check(z.positive()) }),
]);

/** A lamp in px of the picture. */
const lampPxSchema = z.discriminatedUnion('kind', [
  distantLampSchema,
  z.extend(z.pick(nearLampSchema, { kind: true, ambient: true, fill: true }), {
    xPx: z.number(),
    yPx: z.number(),
    heightPx: z.number().check(z.positive()),
  }),
]);

export const bandRequestSchema = z.object({
  lamp: lampPxSchema,
  elements: z
    .array(
      z.object({
        labels: z.array(labelSchema),
        /** Share of each band, light to dark, bare paper among them. */
        shares: z.array(z.number()).check(z.minLength(1), z.maxLength(7)),
        isByHand: z.optional(z.boolean()),
        keepsPaper: z.optional(z.boolean()),
        isByPlace: z.optional(z.boolean()),
        lamp: z.optional(lampPxSchema),
        outside: z.optional(outsidePxSchema),
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
  blend: z.optional(z.object({ body: shareSchema, picture: shareSchema })),
  strokes: z.optional(
    z
      .array(z.object({ kind: z.enum(handKinds), points: pointsPxSchema, radiusPx: z.number().check(z.positive()) }))
      .check(z.maxLength(2000)),
  ),
  marks: z.optional(
    z.object({
      strength: shareSchema,
      marks: z
        .array(
          z.object({ boundsPx: z.tuple([z.number(), z.number(), z.number(), z.number()]), density: z.number().check(z.nonnegative()) }),
        )
        .check(z.maxLength(5000)),
    }),
  ),
  cuts: z.optional(z.array(z.object({ x: z.number(), y: z.number(), isCut: z.boolean() })).check(z.maxLength(2000))),
  cleans: z.optional(z.boolean()),
});

/** The band map, how many px of it each rung covers, where each lies, and which elements touch (none where that was not asked). */
export type BandAnswer = { map: BandMap; pixels: number[][]; places: (BandPlace | null)[][]; contacts: Contact[] };
/** The light alone: 0 on the paper outside, else 1 darkest to 255 lightest. */
export type FormAnswer = { width: number; height: number; greys: Uint8Array };
