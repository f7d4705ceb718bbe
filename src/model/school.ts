import * as z from 'zod/mini';
import { idSchema } from './id';
import { textSchema } from './text';

/** Names a school: the orders in which practitioners lay the marks of one element. */
export const schoolIdSchema = idSchema;
export type SchoolId = z.infer<typeof schoolIdSchema>;

const wordsSchema = textSchema(200, { least: 1, empty: 'a mark needs words' });

/**
 * One part of a school: a mark, for a ladder of whatever length. All that a mark is stands here: marker, place, stroke, nib, coat, how far it
 * reaches, what must be dry before it, and what it does.
 */
export const schoolPartSchema = z.object({
  /** The marker that is taken; `between` and `each` stand for one mark for each rung between palest and deepest (the darkest first), or for each at all. */
  rung: z.enum(['palest', 'between', 'deepest', 'each']),
  /** Over the whole element, or on the band of that rung. */
  place: z.enum(['allOver', 'ownBand']),
  stroke: wordsSchema,
  /** `asFits`: as the narrowest place of the element asks for. */
  nib: z.enum(['brush', 'fine', 'asFits']),
  /** The coat that it is of its ink at its place. */
  coat: z.int().check(z.minimum(1), z.maximum(4)),
  /** How far it is pulled: to the edge of its place, into the band beside it, or over all. */
  reaches: z.enum(['itsPlace', 'intoNext', 'all']),
  /** Whether what lies beneath must be dry; else it is laid while that is wet. */
  afterDry: z.boolean(),
  /** What it does. */
  purpose: wordsSchema,
});
export type SchoolPart = z.infer<typeof schoolPartSchema>;

const partsSchema = z.array(schoolPartSchema).check(z.minLength(1), z.maxLength(30));

/** A school as a row: those that come with the program, and a maker's own. `marks`: from two rungs on; `oneMarker`: for a ladder of one. */
export const schoolSchema = z.object({
  id: schoolIdSchema,
  name: textSchema(80, { least: 1, empty: 'a school needs a name' }),
  suits: textSchema(200),
  /** Which ladders it is for: light to dark, or hues laid beside each other from the edge to the middle. */
  ladders: z.enum(['lightToDark', 'byPlace']),
  marks: partsSchema,
  oneMarker: partsSchema,
});
export type School = z.infer<typeof schoolSchema>;
