import * as z from 'zod/mini';
import { elementExtraSchema, pictureExtraSchema } from './extra';
import { handStrokeSchema } from './hand-stroke';
import { idSchema } from './id';
import { ladderSchema, rungSchema } from './ladder';
import { lampSchema } from './lamp';
import { lightWishSchema } from './light-wish';
import { schoolIdSchema } from './school';
import { mostSupplyName } from './supplies';
import { textSchema } from './text';
import { mostWetMends, wetMendSchema } from './wet-mend';

/** Rows that the lists of a colouring may have, and signs of its name. */
export const mostInColouring = { treatments: 2000, strokes: 2000 } as const;
export const mostColouringName = 60;

/** How often an element is laid; `darker`: a marker beyond its ladder that only the second coat takes. */
export const coatsSchema = z.object({
  passes: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  untilHappy: z.optional(z.literal(true)),
  darker: z.optional(rungSchema),
});
export type Coats = z.infer<typeof coatsSchema>;

/** What one element gets in a colouring; its id is that of the element. An element without one gets nothing. */
export const treatmentSchema = z.object({
  id: idSchema,
  ladder: z.optional(ladderSchema),
  /** How its light is to differ from what is usual. */
  light: z.optional(lightWishSchema),
  /** How its marks are laid; absent: as the colouring, or else the make, says. */
  school: z.optional(schoolIdSchema),
  /** Absent: one coat. */
  coats: z.optional(coatsSchema),
  /** What is laid beside the ladder: dots, pencil, gel. In any order: what must be dry first is known. */
  extras: z.optional(z.array(elementExtraSchema).check(z.minLength(1), z.maxLength(20))),
  /** How the hand parts what is coloured at once, in the order in which it was said. */
  wetMends: z.optional(z.array(wetMendSchema).check(z.minLength(1), z.maxLength(mostWetMends))),
});
export type Treatment = z.infer<typeof treatmentSchema>;

/**
 * What one coloured impression of a picture gets. Regions, names of elements, bodies and fronts are the picture's, and the same in all
 * of its colourings.
 */
export const colouringSchema = z.object({
  id: idSchema,
  /** Absent: it is told by its number. */
  name: z.optional(textSchema(mostColouringName, { least: 1, empty: 'a colouring needs a name' })),
  /** A lamp of its own; absent: that of the make. */
  lamp: z.optional(lampSchema),
  /** Absent: that of the make. */
  school: z.optional(schoolIdSchema),
  /** How strongly hatching and dots of the illustrator pull the dark towards them, 0 to 1; absent: as usual. */
  cuesPull: z.optional(z.number().check(z.minimum(0), z.maximum(1))),
  paper: z.optional(textSchema(mostSupplyName, { least: 1, empty: 'a paper needs a name' })),
  lineInk: z.optional(textSchema(mostSupplyName, { least: 1, empty: 'an ink needs a name' })),
  /** What is done to the whole picture when its colours are. */
  extras: z.optional(z.array(pictureExtraSchema).check(z.minLength(1), z.maxLength(20))),
  /** In the order of their ids. */
  treatments: z.array(treatmentSchema).check(z.maxLength(mostInColouring.treatments)),
  /** What the maker's hand says of the light, in the order in which it was said. */
  strokes: z.array(handStrokeSchema).check(z.maxLength(mostInColouring.strokes)),
});
export type Colouring = z.infer<typeof colouringSchema>;
