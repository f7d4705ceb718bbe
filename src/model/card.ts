import * as z from 'zod/mini';
import { cardLookFields, layoutLikesSchema } from './card-layout';
import { mostPaperPieces, paperPieceSchema } from './card-paper';
import { dieSchema, machineSchema, wordsSchema } from './drawer';
import { idSchema } from './id';
import { outlineSchema } from './outline';
import { mostSupplyName } from './supplies';
import { textSchema } from './text';

/** What is seen on a piece: an image of the make in one of its colourings, words, loose pieces in their colourways, or nothing but its paper. */
const pieceImageSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('picture'), pictureId: idSchema, colouringId: z.optional(idSchema) }),
  z.object({ kind: z.literal('words'), drawnId: idSchema }),
  // Loose pieces of the make, in the colourways of their row.
  z.object({ kind: z.literal('row'), rowId: idSchema }),
  z.object({ kind: z.literal('plain') }),
]);

/** What becomes of the white rim when a piece is cut by hand. */
export const rims = ['white rim', 'tight', 'dark edge'] as const;
/** Where the middle of a die lies, from the middle of what it goes through, in mm: right and down. */
const offMiddleMm = z.number().check(z.minimum(-500), z.maximum(500));
const offMiddle = { xMm: offMiddleMm, yMm: offMiddleMm };

/** When a further die goes through a piece: taped within its own die, in one pass (a ring and its centre), or through what is cut already. */
export const whenThrough = ['at once', 'afterwards'] as const;
export const mostThrough = 8;
const throughSchema = z.object({ drawnId: idSchema, when: z.enum(whenThrough), ...offMiddle });
export type Through = z.infer<typeof throughSchema>;

/**
 * How a piece comes out of its paper; `panel`: it stays on the panel it is stamped on; `window`: it is no piece, but an opening in the front of the card's base. `through`: further dies, larger ones
 * first.
 */
const pieceCutSchema = z.discriminatedUnion('by', [
  z.object({
    by: z.literal('die'),
    drawnId: idSchema,
    through: z.optional(z.array(throughSchema).check(z.minLength(1), z.maxLength(mostThrough))),
  }),
  z.object({ by: z.literal('window'), drawnId: idSchema, ...offMiddle }),
  z.object({
    by: z.literal('hand'),
    rim: z.enum(rims),
    rimMm: z.number().check(z.minimum(0), z.maximum(20)),
    /** Where the blade goes, in the frame of the image, once that was traced. */
    outline: z.optional(outlineSchema),
  }),
  z.object({ by: z.literal('panel') }),
]);

/** Equal pieces of a card. `perImpression`: so many come out of one impression (a pair of leaves: 2). `isOnGround`: the same image is stamped once more on the background's paper. */
export const cardPieceSchema = z.object({
  id: idSchema,
  image: pieceImageSchema,
  cut: pieceCutSchema,
  count: z.int().check(z.minimum(1, 'at least one'), z.maximum(200, 'at most 200 on a card')),
  paper: z.optional(textSchema(mostSupplyName)),
  perImpression: z.optional(z.int().check(z.minimum(2), z.maximum(20))),
  isTwoSided: z.optional(z.literal(true)),
  isMirrored: z.optional(z.literal(true)),
  isOnGround: z.optional(z.literal(true)),
});
export type CardPiece = z.infer<typeof cardPieceSchema>;

const panelMm = z.number().check(z.minimum(10, 'at least 10 mm'), z.maximum(1000, 'at most 1 m'));
/**
 * Pieces spread over a panel: where each lies follows from the seed (core/spread). `free`: an oval in its middle that stays free, so that they lie round it as a wreath. `kinds`: so many colourways
 * are shared out among them, no two neighbours alike.
 */
export const spreadSchema = z.object({
  widthMm: panelMm,
  heightMm: panelMm,
  free: z.optional(z.object({ widthMm: panelMm, heightMm: panelMm })),
  gapMm: z.number().check(z.minimum(0), z.maximum(50)),
  seed: z.int().check(z.minimum(0), z.maximum(1_000_000)),
  pieceIds: z.array(idSchema).check(z.minLength(1), z.maxLength(100)),
  kinds: z.optional(z.int().check(z.minimum(2), z.maximum(12))),
});
export type CardSpread = z.infer<typeof spreadSchema>;

export const mostCopies = 1000;
/** A card of a make. `copies`: made so often. */
export const cardSchema = z.object({
  id: idSchema,
  name: textSchema(60, { least: 1, empty: 'a card needs a name' }),
  copies: z.int().check(z.minimum(0, 'no less than none'), z.maximum(mostCopies, `at most ${mostCopies}`)),
  pieces: z.array(cardPieceSchema).check(z.maxLength(100)),
  /** What of it is cut straight from sheets. */
  papers: z.optional(z.array(paperPieceSchema).check(z.minLength(1), z.maxLength(mostPaperPieces))),
  spread: z.optional(spreadSchema),
  ...cardLookFields,
});
export type Card = z.infer<typeof cardSchema>;

/** So many cards of their own a make has at the most. */
export const mostCards = 60;
const soFar = z.int().check(z.minimum(0), z.maximum(1_000_000));

/** How what the cards need is made. `done`: of each kind of piece (core/card/count-pieces.ts), so far; `again`: passes through what is cut already. */
export const cardPlanSchema = z.object({
  /** Impressions more of each kind that is coloured. */
  spares: z.int().check(z.minimum(0), z.maximum(20)),
  gapMm: z.number().check(z.minimum(0), z.maximum(50)),
  /** Of the things drawn: what is cut and stamped with. */
  plateId: z.optional(idSchema),
  platformId: z.optional(idSchema),
  /** Offcuts whose shorter side is less are not kept. */
  leastOffcutMm: z.optional(z.number().check(z.minimum(5), z.maximum(500))),
  /** So much is lost with each cut of paper. */
  bladeMm: z.optional(z.number().check(z.minimum(0), z.maximum(20))),
  likes: z.optional(layoutLikesSchema),
  /** Pieces of paper that are cut, of each (card and piece), so far. */
  paperDone: z.optional(z.array(z.object({ key: textSchema(200), count: soFar })).check(z.maxLength(2000))),
  /** How far the sheet in hand of each paper is cut: `of` names its plan, so that another plan begins anew. */
  cutting: z.optional(z.array(z.object({ paper: textSchema(mostSupplyName), of: textSchema(64), cuts: soFar })).check(z.maxLength(100))),
  done: z
    .array(z.object({ key: textSchema(600), stamped: soFar, coloured: soFar, cut: soFar, again: z.optional(soFar) }))
    .check(z.maxLength(2000)),
});
export type CardPlan = z.infer<typeof cardPlanSchema>;

export const cardsSchema = z.array(cardSchema).check(z.minLength(1), z.maxLength(mostCards));
/** Copies of what lies in the drawer, as they were when they were taken; a stamp comes as a picture of the make. */
export const drawnItemSchema = z.discriminatedUnion('kind', [dieSchema, wordsSchema, machineSchema]);
export type DrawnItem = z.infer<typeof drawnItemSchema>;
export const drawnSchema = z.array(drawnItemSchema).check(z.minLength(1), z.maxLength(200));
