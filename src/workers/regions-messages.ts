import * as z from 'zod/mini';
import { regionSchema } from '#model/region-table';
import { preparationSchema } from '#model/preparation';
import { lineSettingsSchema, readingSchema } from '#model/reading';
import type { PictureDoubt } from '#core/picture/judge-picture';
import type { RegionMatch } from '#core/picture/match-regions';
import type { ResolvedTouch } from '#core/picture/resolve-touches';
import type { PictureReading } from '#core/picture/read-picture';

export const loadRequestSchema = z.object({
  png: z.instanceof(Uint8Array<ArrayBuffer>),
  pxPerMm: z.number().check(z.positive(), z.maximum(100)),
});

const projectionSchema = z.object({
  preparation: preparationSchema,
  widthMm: z.number(),
  heightMm: z.number(),
});

/** The reading before, whose region ids go on: its label map, and both frames when the picture was cut out anew since. */
const beforeSchema = z.object({
  labels: z.instanceof(Uint16Array),
  width: z.int().check(z.positive()),
  height: z.int().check(z.positive()),
  pxPerMm: z.number().check(z.positive()),
  regions: z.array(regionSchema),
  frames: z.optional(z.object({ now: projectionSchema, before: projectionSchema })),
});

export const readRequestSchema = z.object({ reading: readingSchema, before: z.optional(beforeSchema) });
export type ReadRequest = z.input<typeof readRequestSchema>;

/** More areas than this are no picture to be coloured: grain, a photograph, or a sheet of squared paper. */
export const mostRegions = 5000;

/** `found` without its labels and cues without their ink stay small; the labels travel beside them, plain and deflated. */
export type ReadAnswer = {
  reading: PictureReading;
  labelMap: Uint8Array<ArrayBuffer>;
  match: RegionMatch | null;
  /** What became of the touches among the mends. */
  resolved: ResolvedTouch[];
  doubt: PictureDoubt | null;
};

export type ReadRefusal = { tooManyRegions: number };

export const loupeRequestSchema = z.object({
  settings: lineSettingsSchema,
  left: z.int(),
  top: z.int(),
  width: z.int().check(z.minimum(1), z.maximum(1000)),
  height: z.int().check(z.minimum(1), z.maximum(1000)),
});
