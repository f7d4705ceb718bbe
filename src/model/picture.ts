import { z } from 'zod';
import { idSchema, sha256Schema } from './id';
import { ladderSchema } from './ladder';
import { preparationSchema } from './preparation';
import { placeMmSchema, readingSchema } from './reading';

/** A closed area of the picture. `id` lasts; in the label map it stands as the number `label`. */
export const regionSchema = z.object({
  id: idSchema,
  label: z.number().int().min(1).max(65535),
  areaMm2: z.number().nonnegative(),
  /** Left, top, width, height in mm from the top left of the picture. */
  boundsMm: z.tuple([z.number(), z.number(), z.number(), z.number()]),
  /** A point well inside, in mm: where the keyboard walk stands and a mark may be put. */
  insideMm: z.tuple([z.number(), z.number()]),
  touchesEdge: z.boolean(),
  /** Its narrowest neck, or where it has none the widest disk it holds, in mm. */
  narrowestMm: z.number().nonnegative().optional(),
});
export type Region = z.infer<typeof regionSchema>;

/** Regions (null: the paper outside) that border on each other, and how long that border is. */
export const borderSchema = z.object({
  between: z.tuple([idSchema.nullable(), idSchema.nullable()]),
  lengthMm: z.number().nonnegative(),
});

/** Hatching or dots by which the illustrator says where the dark goes. */
export const shadeCueSchema = z.object({
  kind: z.enum(['hatching', 'dots']),
  count: z.number().int().positive(),
  boundsMm: z.tuple([z.number(), z.number(), z.number(), z.number()]),
  centreMm: placeMmSchema,
  directionDeg: z.number().min(0).max(180).optional(),
  /** The region they lie in. */
  regionId: idSchema.nullable(),
});

/** A region of the reading before that found no match in the new one. */
export const lostRegionSchema = z.object({
  id: idSchema,
  insideMm: placeMmSchema,
  areaMm2: z.number().nonnegative(),
  /** The element it belonged to. */
  elementId: idSchema.nullable(),
  /** The region that holds its place now; null where that is paper. */
  intoId: idSchema.nullable(),
});

/** All regions of a picture. The label map (0 = paper outside) is a blob: deflated little-endian 16-bit numbers, row by row. */
export const regionMapSchema = z.object({
  labelMap: sha256Schema,
  widthPx: z.number().int().min(1).max(20000),
  heightPx: z.number().int().min(1).max(20000),
  regions: z.array(regionSchema).max(65535),
  borders: z.array(borderSchema).max(400_000).optional(),
  cues: z.array(shadeCueSchema).max(5000).optional(),
  lost: z.array(lostRegionSchema).max(65535).optional(),
});
export type RegionMap = z.infer<typeof regionMapSchema>;

/** A part of an image that gets its own colours. */
export const elementSchema = z.object({
  id: idSchema,
  name: z.string().trim().min(1, 'an element needs a name').max(60),
  regionIds: z.array(idSchema).max(5000),
  ladder: ladderSchema.optional(),
});
export type Element = z.infer<typeof elementSchema>;

export const greySchema = z.object({ sha256: sha256Schema, widthPx: z.number().int().positive(), heightPx: z.number().int().positive() });

/** One line image of a make. The grey raster is what the decoder made of the original: 8 bit, black lines on white paper. */
export const pictureSchema = z.object({
  id: idSchema,
  name: z.string().trim().min(1).max(80),
  widthMm: z.number().min(5).max(1000),
  heightMm: z.number().min(1).max(3000),
  original: z.object({ sha256: sha256Schema, mediaType: z.string().max(80), fileName: z.string().max(200) }),
  grey: greySchema,
  /** How it is cut out of its original; absent: the whole of it. */
  preparation: preparationSchema.optional(),
  /** How its lines are read, and what was mended; absent: as usual. */
  reading: readingSchema.optional(),
  regionMap: regionMapSchema.optional(),
  elements: z.array(elementSchema).max(2000),
});
export type Picture = z.infer<typeof pictureSchema>;
