import * as z from 'zod/mini';
import { idSchema } from './id';
import { lampSchema } from './lamp';
import { placingSchema } from './placing';
import { mostSupplyName } from './supplies';
import { textSchema } from './text';

export const tieSorts = ['twine', 'ribbon'] as const;
export const tieWays = ['across', 'down'] as const;
export const accentSorts = ['drop', 'gem', 'sequin'] as const;
export const groundWays = ['stamped', 'blended', 'stencilled', 'splattered', 'sponged', 'sky'] as const;
/** How a raised piece is carried: squares or lengths of foam tape, in mm. */
export const foamSorts = ['squares', 'tape'] as const;

const sizeMm = z.number().check(z.minimum(0.5, 'at least 0.5 mm'), z.maximum(100, 'at most 100 mm'));
const placeMm = z.number().check(z.minimum(-1000, 'at least −1 m'), z.maximum(2000, 'at most 2 m'));
const sideMm = z.number().check(z.minimum(3, 'at least 3 mm'), z.maximum(1000, 'at most 1 m'));

/**
 * What lies on a card: a piece of its paper, one of its pieces (an image, words, a die-cut; a window is an opening), twine or ribbon round its front with turns, an accent, or a place kept free for words that
 * are not chosen yet.
 */
export const laidOfSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('paper'), paperId: idSchema }),
  z.object({ kind: z.literal('piece'), pieceId: idSchema }),
  z.object({
    kind: z.literal('tie'),
    sort: z.enum(tieSorts),
    way: z.enum(tieWays),
    widthMm: sizeMm,
    turns: z.int().check(z.minimum(1, 'at least one turn'), z.maximum(12, 'at most 12 turns')),
    turnUnderMm: z.number().check(z.minimum(0), z.maximum(100)),
  }),
  z.object({ kind: z.literal('accent'), sort: z.enum(accentSorts), sizeMm }),
  z.object({ kind: z.literal('free'), widthMm: sideMm, heightMm: sideMm }),
]);
export type LaidOf = z.infer<typeof laidOfSchema>;

/**
 * One thing where it lies. `xMm`, `yMm`: the middle of its box (before it is turned) from the left top of the face it lies on. `foamMm`: raised so far; absent: glued flat. `mayHang`: it hangs over the edge
 * on purpose.
 */
export const layoutItemSchema = z.object({
  id: idSchema,
  of: laidOfSchema,
  face: z.optional(z.literal('inside')),
  xMm: placeMm,
  yMm: placeMm,
  turnedDeg: z.optional(z.number().check(z.minimum(0), z.lt(360))),
  foamMm: z.optional(z.number().check(z.minimum(0.2, 'at least 0.2 mm'), z.maximum(10, 'at most 10 mm'))),
  mayHang: z.optional(z.literal(true)),
});
export type LayoutItem = z.infer<typeof layoutItemSchema>;

export const mostItems = 300;
/** A layout of a card: what lies on it, from the back to the front. */
export const cardLayoutSchema = z.object({
  id: idSchema,
  name: textSchema(60, { least: 1, empty: 'a layout needs a name' }),
  items: z.array(layoutItemSchema).check(z.maxLength(mostItems)),
});
export type CardLayout = z.infer<typeof cardLayoutSchema>;
export const mostLayouts = 8;

/** What is done to the ground of a card, in its order; `inks` lightest first. */
export const groundSchema = z.object({
  id: idSchema,
  how: z.enum(groundWays),
  inks: z.optional(z.array(textSchema(mostSupplyName, { least: 1, empty: 'an ink needs a name' })).check(z.minLength(1), z.maxLength(6))),
});
export type Ground = z.infer<typeof groundSchema>;

/** How a card is laid out and put together. `dismissed`: findings that the maker does not mind, by their ids. `begins`: when the work begins, ms since 1970. */
export const cardLookFields = {
  layouts: z.optional(z.array(cardLayoutSchema).check(z.minLength(1), z.maxLength(mostLayouts))),
  layoutId: z.optional(idSchema),
  /** A lamp of its own; absent: that of the make. */
  lamp: z.optional(lampSchema),
  grounds: z.optional(z.array(groundSchema).check(z.minLength(1), z.maxLength(12))),
  dismissed: z.optional(z.array(textSchema(200)).check(z.minLength(1), z.maxLength(500))),
  placings: z.optional(z.array(placingSchema).check(z.minLength(1), z.maxLength(200))),
  stepsDone: z.optional(z.array(textSchema(200)).check(z.minLength(1), z.maxLength(300))),
  begins: z.optional(z.int().check(z.minimum(0))),
};

/** What the maker likes, of all cards of a make. `postMm`: thicker is dearer by post. `foam`: what raised pieces stand on. */
export const layoutLikesSchema = z.object({
  likesOdd: z.optional(z.literal(true)),
  postMm: z.optional(z.number().check(z.minimum(1), z.maximum(50))),
  foam: z.optional(z.enum(foamSorts)),
});
export type LayoutLikes = z.infer<typeof layoutLikesSchema>;
