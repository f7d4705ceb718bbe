import * as z from 'zod/mini';
import { bodySchema } from './body';
import { colouringSchema } from './colouring';
import { saidCutSchema } from './cut-end';
import { elementKindSchema } from './element-kind';
import { frontSchema } from './front';
import { textSchema } from './text';
import { idSchema, regionIdSchema, sha256Schema } from './id';
import { lineHexSchema } from './line-hex';
import { outsideSchema } from './outside';
import { preparationSchema } from './preparation';
import { lineSettingsSchema, mendSchema } from './reading';
import { softSpotSchema } from './soft-spot';

/** Where the results of a picture's newest reading lie, and which reading that was. The label map (0 = paper outside) is a blob:
 * deflated little-endian 16-bit numbers, row by row; the measures are one too (region-table.ts). */
export const regionMapSchema = z.object({
  labelMap: sha256Schema,
  table: sha256Schema,
  widthPx: z.int().check(z.minimum(1), z.maximum(20000)),
  heightPx: z.int().check(z.minimum(1), z.maximum(20000)),
  /** How many regions there are. */
  count: z.int().check(z.minimum(0), z.maximum(65535)),
  /** Key of the raster, settings and mends that were read (core/make/reading-key.ts): with another key it is out of date. */
  of: z.string().check(z.maxLength(80)),
});
export type RegionMap = z.infer<typeof regionMapSchema>;

/** Rows that the lists of a picture may have. */
export const mostRows = { mends: 2000, elements: 2000, bodies: 5000, fronts: 20_000, cuts: 2000, colourings: 40 } as const;

/** Signs of a name: more are not read at a glance. */
export const mostElementName = 60;
export const mostPictureName = 80;

/** A part of an image that gets its own colours: regions, or a soft spot on another element. Which ones stands in the colourings. */
export const elementSchema = z.object({
  id: idSchema,
  name: textSchema(mostElementName, { least: 1, empty: 'an element needs a name' }),
  /** Regions in the order of their numbers; each belongs to one element at the most. */
  regionIds: z.array(regionIdSchema).check(z.maxLength(5000)),
  /** What it is made of; absent: as its name says, if it does. */
  kind: z.optional(elementKindSchema),
  /** Where it lies, if that is on the paper outside; such an element has no regions. */
  outside: z.optional(outsideSchema),
  /** Its place, where it is a soft spot; such an element has no regions. */
  spot: z.optional(softSpotSchema),
});
export type Element = z.infer<typeof elementSchema>;

export const greySchema = z.object({
  sha256: sha256Schema,
  widthPx: z.int().check(z.positive()),
  heightPx: z.int().check(z.positive()),
  /** Absent: its lines are black. */
  lineHex: z.optional(lineHexSchema),
});

/** Where a picture stands in the scene: its left top in mm from the left top of the first picture. */
export const standsAtSchema = z.tuple([
  z.number().check(z.minimum(-5000), z.maximum(5000)),
  z.number().check(z.minimum(-5000), z.maximum(5000)),
]);

/** One line image of a make. The grey raster is what the decoder made of the original: 8 bit, black lines on white paper. */
export const pictureSchema = z.object({
  id: idSchema,
  name: textSchema(mostPictureName, { least: 1, empty: 'a picture needs a name' }),
  widthMm: z.number().check(z.minimum(5), z.maximum(1000)),
  heightMm: z.number().check(z.minimum(1), z.maximum(3000)),
  original: z.object({ sha256: sha256Schema, mediaType: textSchema(80), fileName: textSchema(200) }),
  grey: greySchema,
  /** Colour of its lines as the maker says it; absent: as it was read. */
  saidLineHex: z.optional(lineHexSchema),
  /** How it is cut out of its original; absent: the whole of it. */
  preparation: z.optional(preparationSchema),
  /** How its lines are told from its paper; absent: as usual. */
  lineSettings: z.optional(lineSettingsSchema),
  /** Where it stands beside the first picture; absent: to the right of the one before it. */
  standsAtMm: z.optional(standsAtSchema),
  /** The table whose lost regions the maker has seen. */
  lostSeen: z.optional(sha256Schema),
  regionMap: z.optional(regionMapSchema),
  /** The highest number ever given to a region: it only grows, an undo leaves it. */
  regionsGiven: z.int().check(z.minimum(0), z.maximum(9_999_999)),
  mends: z.array(mendSchema).check(z.maxLength(mostRows.mends)),
  elements: z.array(elementSchema).check(z.maxLength(mostRows.elements)),
  /** Bodies and fronts that the maker changed; what a reading proposes stands in its table. */
  bodies: z.array(bodySchema).check(z.maxLength(mostRows.bodies)),
  fronts: z.array(frontSchema).check(z.maxLength(mostRows.fronts)),
  /** Edges of which the maker says whether a thing is cut off there. */
  cuts: z.array(saidCutSchema).check(z.maxLength(mostRows.cuts)),
  /** At least one; the first is the one that is shown. */
  colourings: z.array(colouringSchema).check(z.minLength(1), z.maxLength(mostRows.colourings)),
});
export type Picture = z.infer<typeof pictureSchema>;
