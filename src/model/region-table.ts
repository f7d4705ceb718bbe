import * as z from 'zod';
import { idSchema, regionIdSchema } from './id';
import { preparationSchema } from './preparation';
import { placeMmSchema } from './reading';

export const regionTableVersion = 1;

const boundsMmSchema = z.tuple([z.number(), z.number(), z.number(), z.number()]);

/** A closed area of the picture. `id` lasts; in the label map it stands as the number `label`. */
export const regionSchema = z.object({
  id: regionIdSchema,
  label: z.number().int().min(1).max(65535),
  areaMm2: z.number().nonnegative(),
  /** Left, top, width, height in mm from the top left of the picture. */
  boundsMm: boundsMmSchema,
  /** A point well inside, in mm: where the keyboard walk stands and a mark may be put. */
  insideMm: z.tuple([z.number(), z.number()]),
  touchesEdge: z.boolean(),
  /** Its narrowest neck, or where it has none the widest disk it holds, in mm. */
  narrowestMm: z.number().nonnegative().optional(),
});
export type Region = z.infer<typeof regionSchema>;

/** Regions (null: the paper outside) that border on each other, and how long that border is. */
const borderSchema = z.object({
  between: z.tuple([regionIdSchema.nullable(), regionIdSchema.nullable()]),
  lengthMm: z.number().nonnegative(),
});

/** Hatching or dots by which the illustrator says where the dark goes. */
const shadeCueSchema = z.object({
  kind: z.enum(['hatching', 'dots']),
  count: z.number().int().positive(),
  boundsMm: boundsMmSchema,
  centreMm: placeMmSchema,
  directionDeg: z.number().min(0).max(180).optional(),
  /** The region they lie in. */
  regionId: regionIdSchema.nullable(),
});

/** A region of the reading before that found no match in the new one. */
const lostRegionSchema = z.object({
  id: regionIdSchema,
  insideMm: placeMmSchema,
  areaMm2: z.number().nonnegative(),
  /** The element it belonged to. */
  elementId: idSchema.nullable(),
  /** The region that holds its place now; null where that is paper. */
  intoId: regionIdSchema.nullable(),
});

/** How a picture was cut out of its original when something was found in it. */
export const frameSchema = z.object({
  preparation: preparationSchema.optional(),
  widthMm: z.number().positive(),
  heightMm: z.number().positive(),
});
export type Frame = z.infer<typeof frameSchema>;

/** All that a reading of a picture found, beside the label map. An immutable blob: deflated JSON, named by its digest. */
export const regionTableSchema = z.object({
  schema: z.literal(regionTableVersion),
  frame: frameSchema,
  widthPx: z.number().int().min(1).max(20000),
  heightPx: z.number().int().min(1).max(20000),
  regions: z.array(regionSchema).max(65535),
  borders: z.array(borderSchema).max(400_000),
  cues: z.array(shadeCueSchema).max(5000),
  lost: z.array(lostRegionSchema).max(65535),
  /** Names that regions had before names were short: edits of that time still use them. */
  formerIds: z.record(idSchema, regionIdSchema).optional(),
});
export type RegionTable = z.infer<typeof regionTableSchema>;
