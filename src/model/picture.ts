import * as z from 'zod';
import { textSchema } from './text';
import { idSchema, regionIdSchema, sha256Schema } from './id';
import { ladderSchema } from './ladder';
import { preparationSchema } from './preparation';
import { lineSettingsSchema, mendSchema } from './reading';

/** Where the results of a picture's newest reading lie, and which reading that was. The label map (0 = paper outside) is a blob:
 * deflated little-endian 16-bit numbers, row by row; the measures are one too (region-table.ts). */
export const regionMapSchema = z.object({
  labelMap: sha256Schema,
  table: sha256Schema,
  widthPx: z.number().int().min(1).max(20000),
  heightPx: z.number().int().min(1).max(20000),
  /** How many regions there are. */
  count: z.number().int().min(0).max(65535),
  /** Key of the raster, settings and mends that were read (core/make/reading-key.ts): with another key it is out of date. */
  of: z.string().max(80),
});
export type RegionMap = z.infer<typeof regionMapSchema>;

/** A part of an image that gets its own colours. */
export const elementSchema = z.object({
  id: idSchema,
  name: textSchema(60, { least: 1, empty: 'an element needs a name' }),
  /** Regions in the order of their numbers; each belongs to one element at the most. */
  regionIds: z.array(regionIdSchema).max(5000),
  ladder: ladderSchema.optional(),
});
export type Element = z.infer<typeof elementSchema>;

export const greySchema = z.object({ sha256: sha256Schema, widthPx: z.number().int().positive(), heightPx: z.number().int().positive() });

/** Where a picture stands in the scene: its left top in mm from the left top of the first picture. */
export const standsAtSchema = z.tuple([z.number().min(-5000).max(5000), z.number().min(-5000).max(5000)]);

/** One line image of a make. The grey raster is what the decoder made of the original: 8 bit, black lines on white paper. */
export const pictureSchema = z.object({
  id: idSchema,
  name: textSchema(80, { least: 1, empty: 'a picture needs a name' }),
  widthMm: z.number().min(5).max(1000),
  heightMm: z.number().min(1).max(3000),
  original: z.object({ sha256: sha256Schema, mediaType: textSchema(80), fileName: textSchema(200) }),
  grey: greySchema,
  /** How it is cut out of its original; absent: the whole of it. */
  preparation: preparationSchema.optional(),
  /** How its lines are told from its paper; absent: as usual. */
  lineSettings: lineSettingsSchema.optional(),
  /** Where it stands beside the first picture; absent: to the right of the one before it. */
  standsAtMm: standsAtSchema.optional(),
  /** The table whose lost regions the maker has seen. */
  lostSeen: sha256Schema.optional(),
  regionMap: regionMapSchema.optional(),
  /** The highest number ever given to a region: it only grows, an undo leaves it. */
  regionsGiven: z.number().int().min(0).max(9_999_999),
  mends: z.array(mendSchema).max(2000),
  elements: z.array(elementSchema).max(2000),
});
export type Picture = z.infer<typeof pictureSchema>;
