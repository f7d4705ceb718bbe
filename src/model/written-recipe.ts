import * as z from 'zod/mini';
import { daySchema } from './day';
import { elementKindSchema } from './element-kind';
import { idSchema } from './id';
import { roles } from './ladder';
import { lampSchema } from './lamp';
import { lineHexSchema } from './line-hex';
import { colourSources, labSchema } from './marker';
import { mostColouringName } from './colouring';
import { mostMakeName } from './make';
import { mostElementName, mostPictureName } from './picture';
import { mostSupplyName } from './supplies';
import { textSchema } from './text';

/** Bounds of a recipe that is written down: as many elements as a picture has, and more marks than any of them gets. */
export const mostInRecipe = { elements: 2000, marks: 400, markers: 16_000, blends: 4000, words: 2000 } as const;

const words = textSchema(mostInRecipe.words);
const manyWords = z.array(words).check(z.maxLength(60));
/** A code as it is printed; of a tool that is no marker, what it is called. */
const codeSchema = textSchema(80, { least: 1 });

/** One mark as a hand follows it. `coat`: which one, from 1. */
export const writtenMarkSchema = z.object({
  number: z.int().check(z.minimum(1), z.maximum(100_000)),
  code: codeSchema,
  where: words,
  how: words,
  purpose: words,
  reach: z.optional(words),
  minds: z.optional(manyWords),
});
export type WrittenMark = z.infer<typeof writtenMarkSchema>;

/** A marker as it was on that day: its colour, where that came from, and which reading it was. Without a colour: none was known. */
export const writtenMarkerSchema = z.object({
  id: idSchema,
  code: codeSchema,
  line: z.optional(textSchema(80)),
  family: z.optional(textSchema(40)),
  lab: z.optional(labSchema),
  /** Two coats, as measured or (`isPredicted`) as they were expected then. */
  twoCoats: z.optional(labSchema),
  isPredicted: z.optional(z.literal(true)),
  source: z.optional(z.enum([...colourSources, 'assumed'])),
  reading: z.optional(
    z.object({
      paper: z.optional(textSchema(mostSupplyName)),
      on: z.optional(daySchema),
      sheet: z.optional(textSchema(40)),
      spread: z.optional(z.number()),
    }),
  ),
});
export type WrittenMarker = z.infer<typeof writtenMarkerSchema>;

export const writtenRungSchema = z.object({
  markerId: idSchema,
  code: codeSchema,
  role: z.enum(roles),
  share: z.number().check(z.minimum(0), z.maximum(1)),
  where: z.optional(words),
});

export const writtenElementSchema = z.object({
  id: idSchema,
  name: textSchema(mostElementName, { least: 1 }),
  kind: z.optional(elementKindSchema),
  areaMm2: z.number().check(z.minimum(0), z.maximum(10_000_000)),
  /** A place on it in mm of the picture, where its codes are led to. */
  atMm: z.optional(z.tuple([z.number(), z.number()])),
  /** Ordered from the edge to the middle. Absent: light to dark. */
  order: z.optional(z.literal('place')),
  school: z.optional(words),
  /** Strokes go one way, as its band map shows. */
  ways: z.optional(z.array(z.array(z.tuple([z.number(), z.number()])).check(z.maxLength(200))).check(z.maxLength(200))),
  ladder: z.array(writtenRungSchema).check(z.minLength(1), z.maxLength(6)),
  darker: z.optional(z.object({ markerId: idSchema, code: codeSchema })),
  notes: z.optional(manyWords),
  marks: z.array(writtenMarkSchema).check(z.maxLength(mostInRecipe.marks)),
});
export type WrittenElement = z.infer<typeof writtenElementSchema>;

/** What is coloured at once, in the order of the hand, and why there. */
export const writtenBlendSchema = z.object({
  name: words,
  codes: z.array(codeSchema).check(z.maxLength(60)),
  marks: z.int().check(z.minimum(0)),
  why: words,
});

/**
 * A recipe as it is written down: all that is needed to repeat it, readable without the make, the rack or the program that it comes from. It is never
 * computed anew: what it says follows from what was so on its day.
 */
export const writtenRecipeSchema = z.object({
  make: textSchema(mostMakeName),
  picture: z.object({
    name: textSchema(mostPictureName),
    widthMm: z.number().check(z.positive(), z.maximum(3000)),
    heightMm: z.number().check(z.positive(), z.maximum(3000)),
  }),
  colouring: z.optional(textSchema(mostColouringName)),
  writtenOn: z.optional(daySchema),
  lamp: lampSchema,
  school: z.object({ id: textSchema(64), name: words }),
  paper: z.optional(textSchema(mostSupplyName)),
  lineInk: z.optional(textSchema(mostSupplyName)),
  lineHex: z.optional(lineHexSchema),
  /** What paper and ink do with each other. */
  minds: z.optional(manyWords),
  markers: z.array(writtenMarkerSchema).check(z.maxLength(mostInRecipe.markers)),
  elements: z.array(writtenElementSchema).check(z.maxLength(mostInRecipe.elements)),
  /** What is done to the whole picture in the end, and what to mind there. */
  finish: z.optional(z.array(writtenMarkSchema).check(z.maxLength(mostInRecipe.marks))),
  finishMinds: z.optional(manyWords),
  /** Absent: it was not put into an order. */
  order: z.optional(z.array(writtenBlendSchema).check(z.maxLength(mostInRecipe.blends))),
  withoutLadder: z.optional(z.array(textSchema(mostElementName)).check(z.maxLength(mostInRecipe.elements))),
  /** Areas that nobody looked at. */
  leftWhite: z.optional(z.int().check(z.minimum(0), z.maximum(70_000))),
  /** Versions of what wrote it: of the light, and of the words and marks. */
  engine: z.object({ light: z.int().check(z.minimum(0)), recipe: z.int().check(z.minimum(0)) }),
});
export type WrittenRecipe = z.infer<typeof writtenRecipeSchema>;
