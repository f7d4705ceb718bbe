import * as z from 'zod/mini';
import { idSchema } from './id';
import { placeMmSchema } from './reading';

/** A tap (one point) or stroke of a soft spot, and how wide it is. */
export const spotStrokeSchema = z.object({
  points: z.array(placeMmSchema).check(z.minLength(1), z.maxLength(400)),
  radiusMm: z.number().check(z.minimum(0.2), z.maximum(60)),
});
export type SpotStroke = z.infer<typeof spotStrokeSchema>;

/** Colour without an outline of its own, on top of an element and cut off at its outline: a cheek, a patch, freckles, stripes. */
export const softSpotSchema = z.object({
  /** The element it lies on. */
  on: idSchema,
  strokes: z.array(spotStrokeSchema).check(z.minLength(1), z.maxLength(400)),
  /** Width of the edge over which it fades, in mm. */
  softMm: z.number().check(z.minimum(0), z.maximum(20)),
});
