import * as z from 'zod/mini';
import { elementKindSchema } from '#model/element-kind';
import { markerSchema, pairNoteSchema } from '#model/marker';
import type { ShareProblem } from '#core/sharing/share-problem';
import { labelledSchema } from './scene-messages';

export const groupsPictureSchema = labelledSchema;

export const shareRequestSchema = z.object({
  /** Labels of the regions that are shared out, and where each lies, in px. */
  labels: z.array(z.int().check(z.positive())).check(z.maxLength(5000)),
  places: z.array(z.tuple([z.number(), z.number()])),
  kinds: z.int().check(z.minimum(1), z.maximum(60)),
  /** Kind of a region by its place in the list. */
  fixed: z.record(z.string(), z.int().check(z.nonnegative())),
  seed: z.int(),
  reachPx: z.number().check(z.nonnegative()),
  isEven: z.boolean(),
});
export type ShareRequest = z.infer<typeof shareRequestSchema>;

/** `neighbours`: how many pairs lie side by side. */
export type ShareAnswer = { kindOf: number[]; neighbours: number } | ShareProblem;

export const paletteRequestSchema = z.object({
  markers: z.array(markerSchema).check(z.maxLength(20_000)),
  pairNotes: z.array(pairNoteSchema),
  elements: z
    .array(
      z.object({
        id: z.string(),
        name: z.string(),
        kind: z.optional(elementKindSchema),
        areaMm2: z.number().check(z.nonnegative()),
        mostRungs: z.optional(z.int().check(z.minimum(1), z.maximum(6))),
        keeps: z.optional(z.array(z.string())),
      }),
    )
    .check(z.maxLength(2000)),
  neighbours: z.array(z.tuple([z.int(), z.int(), z.number()])).check(z.maxLength(400_000)),
  most: z.int().check(z.minimum(1), z.maximum(60)),
  only: z.optional(z.array(z.string())),
});
export type PaletteRequestMessage = z.infer<typeof paletteRequestSchema>;

/** Ladders by the ids of their markers, for each element in order. */
export type PaletteAnswer = { proposals: { ladders: string[][]; different: number; cost: number; bound: number }[] } | { problem: string };
