import * as z from 'zod/mini';
import { idSchema } from './id';

/** A place on the picture in mm from its left top; strokes may run a little beyond its edges. */
export const placeMmSchema = z.tuple([
  z.number().check(z.minimum(-1000), z.maximum(4000)),
  z.number().check(z.minimum(-1000), z.maximum(4000)),
]);
export type PlaceMm = z.infer<typeof placeMmSchema>;

const strokeSchema = z.array(placeMmSchema).check(z.minLength(2), z.maxLength(400));

/** How the lines of a picture are told from its paper. */
export const lineSettingsSchema = z.object({
  /** Share of the local depth of the ink at which a pixel counts as line: a smaller share finds fainter, bolder lines. */
  depthShare: z.number().check(z.minimum(0.1), z.maximum(0.9)),
  /** Ink spots and holes under this area are dirt, in mm2. */
  leastSpeckMm2: z.number().check(z.minimum(0), z.maximum(4)),
  /** Widest break of a line that is closed by itself. */
  maxGapMm: z.number().check(z.minimum(0), z.maximum(3)),
  /** Whether hatching and dots are kept as shade cues and divide nothing. */
  readMarks: z.boolean(),
});
export type LineSettings = z.infer<typeof lineSettingsSchema>;

/** What the hand does with the picture while it mends. */
export const mendTools = ['join', 'divide', 'line', 'rub', 'paper'] as const;
export type MendTool = (typeof mendTools)[number];

/** Edits of what was read, as geometry in mm: they are done again at every new reading. */
export const mendSchema = z.discriminatedUnion('kind', [
  /** A missing bit of line. */
  z.object({ kind: z.literal('line'), id: idSchema, points: strokeSchema }),
  /** A proposed closing that was taken: the drawing leaves this line out on purpose. */
  z.object({ kind: z.literal('closing'), id: idSchema, points: strokeSchema }),
  /** Divides a region without a line. */
  z.object({ kind: z.literal('divide'), id: idSchema, points: strokeSchema }),
  z.object({ kind: z.literal('rub'), id: idSchema, points: strokeSchema, widthMm: z.number().check(z.minimum(0.2), z.maximum(20)) }),
  /** The two regions that hold these places become one. */
  z.object({ kind: z.literal('join'), id: idSchema, first: placeMmSchema, second: placeMmSchema }),
  /** The region that holds this place is paper. */
  z.object({ kind: z.literal('paper'), id: idSchema, at: placeMmSchema }),
  /** A tap or stroke of a tool as the hand made it: kept at once; the next reading says which of the mends above it means. */
  z.object({
    kind: z.literal('touch'),
    id: idSchema,
    tool: z.enum(mendTools),
    points: z.array(placeMmSchema).check(z.minLength(1), z.maxLength(400)),
  }),
]);
export type Mend = z.infer<typeof mendSchema>;

export const readingSchema = z.object({ settings: lineSettingsSchema, mends: z.array(mendSchema).check(z.maxLength(2000)) });
export type Reading = z.infer<typeof readingSchema>;

export const usualReading: Reading = {
  settings: { depthShare: 0.42, leastSpeckMm2: 0.03, maxGapMm: 0.8, readMarks: true },
  mends: [],
};
