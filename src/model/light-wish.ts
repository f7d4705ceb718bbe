import * as z from 'zod/mini';
import { distantLampSchema } from './lamp';

/** How much dark an element gets, against what is usual. */
export const shadeWishes = ['light', 'lighter', 'usual', 'darker', 'dark'] as const;
export type ShadeWish = (typeof shadeWishes)[number];

/** What the maker wishes of the light on an element; absent: as usual. */
export const lightWishSchema = z.object({
  shade: z.optional(z.enum(shadeWishes)),
  /** Share of its paper that is kept bare: a highlight, or most of a white thing. */
  highlight: z.optional(z.number().check(z.minimum(0.01), z.maximum(0.85))),
  /** Share that each rung covers, light to dark, set by hand: they are met as they are. Sum 1. */
  shares: z.optional(z.array(z.number().check(z.minimum(0.01), z.maximum(1))).check(z.minLength(1), z.maxLength(6))),
  /** A lamp of its own, an exception from the scene's. */
  lamp: z.optional(distantLampSchema),
});
export type LightWish = z.infer<typeof lightWishSchema>;
