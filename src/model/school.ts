import * as z from 'zod/mini';
import { idSchema } from './id';
import { textSchema } from './text';

/** Names a school: the orders in which practitioners lay the marks of one element. */
export const schoolIdSchema = idSchema;
export type SchoolId = z.infer<typeof schoolIdSchema>;
/** Stands for no school: each element has the one that is recommended for it. */
export const asFitsSchool = 'asFits';

/** How the nib is moved. */
export const strokes = [
  'circles',
  'circlesOutwards',
  'lightCircles',
  'flicks',
  'feather',
  'strokes',
  'tipToTip',
  'dots',
  'solid',
  'line',
] as const;
export type Stroke = (typeof strokes)[number];

/** With what a mark is made: a marker of the ladder, or something beside it. */
export const tools = ['marker', 'blender', 'colouredPencil', 'whitePencil', 'gelPen', 'linePen', 'edgeMarker', 'sparkle', 'gloss'] as const;
export type Tool = (typeof tools)[number];

/**
 * The marker that is taken. One by its place from the palest; `base`: the one that covers most where the highlight is kept (the second of three);
 * or several, one mark for each: `between` palest and deepest (the darkest first, or with `betweenRising` the lightest), `each` at all (rising or
 * falling), `afterPalest` all but that, rising.
 */
export const schoolRungs = [
  ...(['palest', 'base', 'second', 'third', 'fourth', 'fifth', 'beforeDeepest', 'deepest'] as const),
  ...(['between', 'betweenRising', 'afterPalest', 'each', 'eachFalling'] as const),
] as const;
export type SchoolRung = (typeof schoolRungs)[number];

/** Over the whole element, on the band of that rung, on it and all that is darker, or where it meets the next darker one. */
export const schoolPlaces = ['allOver', 'ownBand', 'ownAndDarker', 'edge'] as const;
export type SchoolPlace = (typeof schoolPlaces)[number];

const wordsSchema = textSchema(200, { least: 1, empty: 'a mark needs words' });

/**
 * One part of a school: a mark, for a ladder of whatever length. All that a mark is stands here: marker, place, stroke, nib, coat, how far it
 * reaches, what must be dry before it, and what it does.
 */
export const schoolPartSchema = z.object({
  /** Default the marker of the rung. */
  tool: z.optional(z.enum(tools)),
  rung: z.enum(schoolRungs),
  place: z.enum(schoolPlaces),
  stroke: z.enum(strokes),
  /** `asFits`: as the narrowest place of the element asks for. */
  nib: z.enum(['brush', 'fine', 'asFits']),
  /** The coat that it is of its ink at its place. */
  coat: z.int().check(z.minimum(1), z.maximum(4)),
  /** How far it is pulled: to the edge of its place, into the band beside it, over all, or not quite over what lies beneath. */
  reaches: z.enum(['itsPlace', 'intoNext', 'all', 'notQuite']),
  /** Whether what lies beneath must be dry; else it is laid while that is wet. */
  afterDry: z.boolean(),
  /** Whether the next lighter marker goes over its edge at once. Default false. */
  blendsBack: z.optional(z.boolean()),
  /** Whether it belongs to the first coat alone: what wets dry paper. Default false. */
  onlyFirst: z.optional(z.boolean()),
  /** Whether it belongs to a second time that the school has itself: a second coat is laid in its stead. Default false. */
  isAgain: z.optional(z.boolean()),
  /** Whether it puts back a depth that blending took: such a mark may be the last. Default false. */
  putsBack: z.optional(z.boolean()),
  /** What it does. */
  purpose: wordsSchema,
});
export type SchoolPart = z.infer<typeof schoolPartSchema>;

const partsSchema = z.array(schoolPartSchema).check(z.minLength(1), z.maxLength(30));

/** A school as a row: those that come with the program, and a maker's own. `marks`: from two rungs on; one marker is laid alike in all. */
export const schoolSchema = z.object({
  id: schoolIdSchema,
  name: textSchema(80, { least: 1, empty: 'a school needs a name' }),
  suits: textSchema(200),
  /** Which ladders it is for: light to dark, hues laid beside each other from the edge to the middle, or greys on the paper outside. */
  ladders: z.enum(['lightToDark', 'byPlace', 'outside']),
  /** Whether layers may dry before the next: then each step runs over all elements that are laid by it. Default false: an element is blended wet. */
  isStepwise: z.optional(z.boolean()),
  marks: partsSchema,
});
export type School = z.infer<typeof schoolSchema>;
