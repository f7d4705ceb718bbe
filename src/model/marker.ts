import { z } from 'zod';
import { idSchema } from './id';

/** Parts a marker code is made of, in the order in which they are printed. */
export const codePartSchema = z.enum(['family', 'group', 'depth', 'tone', 'separator']);
export type CodePart = z.infer<typeof codePartSchema>;

/**
 * How the codes of a line are read; plain JSON.
 * `parts`: in printed order. `family` is a run of letters, `group` one digit, `depth` a run of digits whose extra leading zeros
 * mean paler still, `tone` one of `tones` (light to dark), `separator` one space, dash, dot or stroke that may be left out.
 * `familiesWithoutGroup`: families (as printed) whose codes have no group digit, often the greys.
 */
export const codeRuleSchema = z.object({
  parts: z.array(codePartSchema).min(1).max(8),
  tones: z.array(z.string().min(1).max(20)).max(12).optional(),
  familiesWithoutGroup: z.array(z.string().min(1).max(20)).max(60).optional(),
});
export type CodeRule = z.infer<typeof codeRuleSchema>;

export const labSchema = z.object({ L: z.number(), a: z.number(), b: z.number() });
/** CIELAB, D65 white, 2 degree observer. */
export type Lab = z.infer<typeof labSchema>;

export const markerStateSchema = z.enum(['good', 'low', 'dry', 'leaking']);

/** One marker. `family`, `group`, `depth`: as read from the code by the rule of its line. `lab`: one coat, dry, on white marker card. */
export const markerSchema = z.object({
  id: idSchema,
  code: z.string().min(1).max(40),
  family: z.string().max(40).optional(),
  group: z.string().max(20).optional(),
  depth: z.number().optional(),
  lab: labSchema.optional(),
  owned: z.boolean(),
  state: markerStateSchema.optional(),
});
export type Marker = z.infer<typeof markerSchema>;

/** A maker's line of markers with the rule that reads its codes. */
export const markerLineSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(80),
  rule: codeRuleSchema,
  note: z.string().max(400).optional(),
});
export type MarkerLine = z.infer<typeof markerLineSchema>;

export const rackSchema = z.object({ lines: z.array(markerLineSchema), markers: z.array(markerSchema.extend({ lineId: idSchema })) });
export type Rack = z.infer<typeof rackSchema>;
export type RackMarker = Rack['markers'][number];
