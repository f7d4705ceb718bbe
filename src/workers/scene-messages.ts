import * as z from 'zod/mini';
import { idSchema } from '#model/id';
import { planSourceSchema } from '#model/plan-source';
import { lookWishSchema } from '#model/look';
import { regionTableSchema } from '#model/region-table';
import type { BandMap } from '#core/scene/band-map';
import type { BandPlace } from '#core/scene/band-places';
import type { Contact } from '#core/scene/contacts';
import type { GreyForm } from '#core/scene/grey-form';
import type { StrokeWays } from '#core/scene/stroke-ways';
import type { PartPlace } from '#core/scene/whereabouts';
import type { SceneEdge } from '#core/plan/scene-entries';

/** A label map and its size. */
export const labelledSchema = z.object({
  labels: z.instanceof(Uint16Array),
  width: z.int().check(z.positive()),
  height: z.int().check(z.positive()),
});

export const loadRequestSchema = z.object({ labels: z.instanceof(Uint16Array), table: regionTableSchema });

/** What is asked of the plan of a picture, and what of it is wanted beside its bands. */
export const planRequestSchema = z.object({
  source: planSourceSchema,
  resolution: z.enum(['full', 'half']),
  wants: z.object({ form: z.boolean(), edges: z.boolean(), contacts: z.boolean(), whereabouts: z.boolean() }),
  /** Elements whose strokes fall down. */
  falling: z.array(idSchema),
  /** Asked for: what it is expected to look like once it is coloured so. */
  look: z.optional(lookWishSchema),
});
export type PlanRequest = z.infer<typeof planRequestSchema>;

/** What a picture comes to: ids of its elements by their numbers in the map, and of each how many px a rung covers and where it lies. */
export type PlanAnswer = {
  ids: string[];
  map: BandMap;
  pixels: number[][];
  places: (BandPlace | null)[][];
  /** Null and none where they were not wanted. */
  form: GreyForm | null;
  edges: SceneEdge[];
  contacts: Contact[];
  whereabouts: PartPlace[][][];
  ways: StrokeWays[];
  /** R, G, B, A of the expected look, as large as the map. */
  look: Uint8ClampedArray<ArrayBuffer> | null;
};
