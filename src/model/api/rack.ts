import * as z from 'zod';
import { idSchema } from '../id';
import { markerLineSchema, pairNoteSchema, rackMarkerSchema } from '../marker';

/** Most markers in one request; a larger import is sent in several. */
export const mostMarkersAtOnce = 2000;

const distinct = (rows: readonly { id: string }[]) => new Set(rows.map(({ id }) => id)).size === rows.length;
const once = 'an id stands twice in one request';

/** Changes of the rack, all or none: what is given is put in or replaces what has the same id; ids in `remove` go. */
export const rackChangeSchema = z.object({
  lines: z.array(markerLineSchema).max(200).refine(distinct, once).optional(),
  markers: z.array(rackMarkerSchema).max(mostMarkersAtOnce).refine(distinct, once).optional(),
  pairNotes: z.array(pairNoteSchema).max(mostMarkersAtOnce).optional(),
  removeMarkers: z.array(idSchema).max(20_000).optional(),
  removeLines: z.array(idSchema).max(200).optional(),
});
export type RackChange = z.infer<typeof rackChangeSchema>;
