import * as z from 'zod/mini';
import { cardPlanSchema, cardsSchema, drawnSchema } from './card';
import { textSchema } from './text';
import { idSchema } from './id';
import { rungSchema } from './ladder';
import { lampSchema } from './lamp';
import { pictureSchema } from './picture';
import { pieceRowSchema } from './piece-row';
import { mostPlacings, placingSchema } from './placing';
import { schoolIdSchema } from './school';

/** Rises with every change of documents and operations that older ones must be upgraded for (core/upgrade). */
export const makeSchemaVersion = 4;

/** Signs of a name: more are not read at a glance. */
export const mostMakeName = 80;

/** What belongs to a make as a whole. */
export const makeHeadSchema = z.object({
  schema: z.literal(makeSchemaVersion),
  id: idSchema,
  name: textSchema(mostMakeName, { least: 1, empty: 'a make needs a name' }),
  lamp: lampSchema,
  school: schoolIdSchema,
  /** By which version of the light (core/make/light-version.ts) its bands were last looked at. */
  lightSeen: z.int().check(z.minimum(0)),
  /** Only these markers are to be used, with their codes; absent: the whole rack. */
  onlyMarkers: z.optional(z.array(rungSchema).check(z.minLength(1), z.maxLength(300))),
  /** Loose pieces that belong to no picture. */
  pieceRows: z.optional(z.array(pieceRowSchema).check(z.minLength(1), z.maxLength(40))),
  /** Where hands put what is coloured at once; the rest is ordered around it. */
  placings: z.optional(z.array(placingSchema).check(z.minLength(1), z.maxLength(mostPlacings))),
  /** What is made of the pictures. */
  cards: z.optional(cardsSchema),
  drawn: z.optional(drawnSchema),
  cardPlan: z.optional(cardPlanSchema),
});
export type MakeHead = z.infer<typeof makeHeadSchema>;

export const mostPictures = 60;

/** A card project as one document. Every change is an operation (operation.ts). */
export const makeSchema = z.extend(makeHeadSchema, { pictures: z.array(pictureSchema).check(z.maxLength(mostPictures)) });
export type Make = z.infer<typeof makeSchema>;
