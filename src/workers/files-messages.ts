import * as z from 'zod/mini';
import { markerLineSchema, markerSchema, rackMarkerSchema } from '#model/marker';

export const bytesSchema = z.instanceof(Uint8Array<ArrayBuffer>);

/** The rack that what is read is compared with. */
export const contextSchema = z.object({
  line: markerLineSchema,
  lines: z.array(markerLineSchema),
  present: z.array(rackMarkerSchema),
});

export const mappingSchema = z.record(z.string(), z.optional(z.int()));
export const bodySchema = z.array(z.array(z.string()));
export const shownMarkersSchema = z.array(z.looseObject(markerSchema.shape)).check(z.maxLength(20_000));
