import * as z from 'zod/mini';
import { textSchema } from './text';

/** Places of the order that a hand may fill. */
export const mostPlacings = 500;

/** What is coloured at once (core/technique/blends.ts names it) stands at this place of the order, from 1, since a hand put it there. */
export const placingSchema = z.object({
  blend: textSchema(200, { least: 1, empty: 'it is about something' }),
  place: z.int().check(z.minimum(1), z.maximum(20_000)),
});
export type Placing = z.infer<typeof placingSchema>;
