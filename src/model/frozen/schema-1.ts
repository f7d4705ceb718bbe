import * as z from 'zod/mini';

/**
 * Documents and operations of schema 1, as they were written until 26 November 2026; frozen. Only what the upgrade reads is described: the
 * rest goes on as it is and is checked by the schema of today.
 */
const id = z.string().check(z.regex(/^[A-Za-z0-9-]{1,64}$/));
const asItWas = z.unknown();

const regionMap1Schema = z.object({
  labelMap: z.string(),
  widthPx: z.number(),
  heightPx: z.number(),
  regions: z.array(z.looseObject({ id })).check(z.maxLength(65535)),
  borders: z.optional(z.array(z.object({ between: z.tuple([z.nullable(id), z.nullable(id)]), lengthMm: z.number() }))),
  cues: z.optional(z.array(z.looseObject({ regionId: z.nullable(id) }))),
  lost: z.optional(z.array(z.looseObject({ id, intoId: z.nullable(id) }))),
});
export type RegionMap1 = z.infer<typeof regionMap1Schema>;

const element1Schema = z.looseObject({ id, regionIds: z.array(id) });
const reading1Schema = z.object({ settings: asItWas, mends: z.array(z.looseObject({ id })) });

const picture1Schema = z.looseObject({
  id,
  widthMm: z.number(),
  heightMm: z.number(),
  preparation: z.optional(asItWas),
  reading: z.optional(reading1Schema),
  regionMap: z.optional(regionMap1Schema),
  elements: z.array(element1Schema),
});
export type Picture1 = z.infer<typeof picture1Schema>;

export const make1Schema = z.looseObject({ schema: z.literal(1), id, pictures: z.array(picture1Schema) });

const ofPicture = { pictureId: id };
const operation1Schema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('renameMake'), name: asItWas }),
  z.object({ kind: z.literal('setLamp'), lamp: asItWas }),
  z.object({ kind: z.literal('setSchool'), school: asItWas }),
  z.object({ kind: z.literal('addPicture'), picture: picture1Schema, index: z.number() }),
  z.object({ kind: z.literal('removePicture'), ...ofPicture }),
  z.object({ kind: z.literal('setRegionMap'), ...ofPicture, regionMap: z.nullable(regionMap1Schema) }),
  z.object({ kind: z.literal('setReading'), ...ofPicture, reading: z.nullable(reading1Schema) }),
  z.object({
    kind: z.literal('setPreparation'),
    ...ofPicture,
    preparation: asItWas,
    widthMm: asItWas,
    heightMm: asItWas,
    grey: asItWas,
  }),
  z.object({ kind: z.literal('addElement'), ...ofPicture, element: element1Schema, index: z.number() }),
  z.object({ kind: z.literal('removeElement'), ...ofPicture, elementId: id }),
  z.object({ kind: z.literal('renameElement'), ...ofPicture, elementId: id, name: asItWas }),
  z.object({
    kind: z.literal('assignRegions'),
    ...ofPicture,
    assignments: z.array(z.object({ regionId: id, elementId: z.nullable(id) })).check(z.minLength(1)),
  }),
  z.object({ kind: z.literal('setLadder'), ...ofPicture, elementId: id, ladder: asItWas }),
]);
export const operations1Schema = z.array(operation1Schema);
export type Operation1 = z.infer<typeof operation1Schema>;

export const rackFile1Schema = z.looseObject({
  format: z.literal('aquachrome-rack'),
  version: z.literal(1),
  markers: z.array(z.looseObject({ lab: z.optional(asItWas), colourSource: z.optional(asItWas) })),
});

export const rackFile2Schema = z.looseObject({
  format: z.literal('aquachrome-rack'),
  version: z.literal(2),
  markers: z.array(z.looseObject({ id, lab: z.optional(asItWas), colourSource: z.optional(asItWas) })),
});
