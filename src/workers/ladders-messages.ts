import * as z from 'zod/mini';
import { labSchema, markerSchema, pairNoteSchema } from '#model/marker';

export const ladderRequestSchema = z.object({
  markers: z.array(markerSchema).check(z.maxLength(20_000)),
  request: z.object({
    start: z.optional(z.union([labSchema, z.object({ markerId: z.string() }), z.object({ family: z.string() })])),
    rungs: z.union([z.literal(2), z.literal(3), z.literal(4), z.literal(5), z.literal(6)]),
    onlyUsable: z.boolean(),
    crossFamily: z.enum(['none', 'ends']),
    minContrastL: z.number(),
    most: z.int(),
    pairNotes: z.array(pairNoteSchema),
  }),
  /** Whether it is also asked which single marker would be worth buying. */
  withPurchase: z.boolean(),
});

/** Ladders by the ids of their markers, light to dark. */
export type LadderAnswer = {
  ladders: { markerIds: string[]; reasons: string[] }[];
  purchase: { markerId: string; ladderIds: string[] } | null;
};
