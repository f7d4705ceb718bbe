import { z } from 'zod';
import { idSchema } from './id';
import { ladderSchema } from './ladder';
import { distantLampSchema } from './lamp';
import { elementSchema, greySchema, pictureSchema, regionMapSchema } from './picture';
import { preparationSchema } from './preparation';
import { readingSchema } from './reading';
import { makeSchema } from './make';
import { schoolIdSchema } from './school';

const name = makeSchema.shape.name;

/** Small named edits of a make. Each has an inverse (core/make/invert.ts); null clears what may be absent. */
export const operationSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('renameMake'), name }),
  z.object({ kind: z.literal('setLamp'), lamp: distantLampSchema }),
  z.object({ kind: z.literal('setSchool'), school: schoolIdSchema }),
  z.object({ kind: z.literal('addPicture'), picture: pictureSchema, index: z.number().int().nonnegative() }),
  z.object({ kind: z.literal('removePicture'), pictureId: idSchema }),
  z.object({ kind: z.literal('setRegionMap'), pictureId: idSchema, regionMap: regionMapSchema.nullable() }),
  z.object({ kind: z.literal('setReading'), pictureId: idSchema, reading: readingSchema.nullable() }),
  z.object({
    kind: z.literal('setPreparation'),
    pictureId: idSchema,
    preparation: preparationSchema.nullable(),
    widthMm: pictureSchema.shape.widthMm,
    heightMm: pictureSchema.shape.heightMm,
    grey: greySchema,
  }),
  z.object({ kind: z.literal('addElement'), pictureId: idSchema, element: elementSchema, index: z.number().int().nonnegative() }),
  z.object({ kind: z.literal('removeElement'), pictureId: idSchema, elementId: idSchema }),
  z.object({ kind: z.literal('renameElement'), pictureId: idSchema, elementId: idSchema, name: elementSchema.shape.name }),
  /** A region belongs to one element at the most: it leaves the one it was in. */
  z.object({
    kind: z.literal('assignRegions'),
    pictureId: idSchema,
    assignments: z
      .array(z.object({ regionId: idSchema, elementId: idSchema.nullable() }))
      .min(1)
      .max(5000),
  }),
  z.object({ kind: z.literal('setLadder'), pictureId: idSchema, elementId: idSchema, ladder: ladderSchema.nullable() }),
]);
export type Operation = z.infer<typeof operationSchema>;

/** What a client sends: applied whole and once, or not at all. */
export const batchSchema = z.object({
  batchId: idSchema,
  baseRevision: z.number().int().nonnegative(),
  operations: z.array(operationSchema).min(1).max(500),
});
export type Batch = z.infer<typeof batchSchema>;
