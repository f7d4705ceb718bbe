import * as z from 'zod/mini';
import { idSchema } from '../id';
import { epochSchema } from './epoch';
import { colourReadingSchema, markerLineSchema, pairNoteSchema, rackMarkerSchema, rackSchema } from '../marker';

/** Most markers in one request; a larger import is sent in several. */
export const mostMarkersAtOnce = 2000;

const distinct = (rows: readonly { id: string }[]) => new Set(rows.map(({ id }) => id)).size === rows.length;
const once = 'an id stands twice in one request';

/** Changes of the rack, all or none: what is given is put in or replaces what has the same id; ids in `remove` go. */
export const rackChangeSchema = z.object({
  lines: z.optional(z.array(markerLineSchema).check(z.maxLength(200), z.refine(distinct, once))),
  markers: z.optional(z.array(rackMarkerSchema).check(z.maxLength(mostMarkersAtOnce), z.refine(distinct, once))),
  pairNotes: z.optional(z.array(pairNoteSchema).check(z.maxLength(mostMarkersAtOnce))),
  /** Only ever added; they go with their marker. */
  readings: z.optional(z.array(colourReadingSchema).check(z.maxLength(2 * mostMarkersAtOnce))),
  removeMarkers: z.optional(z.array(idSchema).check(z.maxLength(20_000))),
  removeLines: z.optional(z.array(idSchema).check(z.maxLength(200))),
});

/** A rack as it was at a revision of a history, so that it can be asked what has changed since. */
export const rackSinceSchema = z.object({ epoch: epochSchema, revision: z.int().check(z.nonnegative()) });
export type RackSince = z.infer<typeof rackSinceSchema>;

/**
 * The rack, or what of it has changed since a revision: rows that are new or others now, and names of those that went. `unreadable`: codes of rows
 * that are kept and cannot be read: told of, and left as they are.
 */
export const rackAnswerSchema = z.extend(rackSchema, {
  ...rackSinceSchema.shape,
  isWhole: z.boolean(),
  gone: z.object({
    lines: z.array(z.string()),
    markers: z.array(z.string()),
    pairNotes: z.array(z.string()),
    readings: z.array(z.string()),
  }),
  unreadable: z.array(z.string()),
});
export type RackAnswer = z.infer<typeof rackAnswerSchema>;

export type RackChange = z.infer<typeof rackChangeSchema>;
