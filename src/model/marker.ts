import * as z from 'zod/mini';
import { textSchema } from './text';
import { daySchema } from './day';
import { idSchema } from './id';
import { mostSupplyName } from './supplies';

/** Parts a marker code is made of, in the order in which they are printed. */
export const codePartSchema = z.enum(['family', 'group', 'depth', 'tone', 'separator']);
export type CodePart = z.infer<typeof codePartSchema>;

/**
 * How the codes of a line are read; plain JSON.
 * `parts`: in printed order, none but the separator twice. `family` is a run of letters, `group` one digit (or one letter, by
 * `groupSign`), `depth` a run of digits whose extra leading zeros mean paler still (or, with `depthFalls`, a number that falls as
 * the ink gets darker), `tone` one of `tones` (light to dark), `separator` one space, dash, dot or stroke that may be left out.
 * `familiesWithoutGroup`: families (as printed) whose codes have no group digit, often the greys.
 */
export const codeRuleSchema = z.object({
  parts: z.array(codePartSchema).check(z.minLength(1), z.maxLength(8)),
  tones: z.optional(z.array(textSchema(20, { least: 1 })).check(z.maxLength(12))),
  familiesWithoutGroup: z.optional(z.array(textSchema(20, { least: 1 })).check(z.maxLength(60))),
  /** What a group is printed as. Default 'digit'. A group letter next to the family is parted from it by a separator. */
  groupSign: z.optional(z.enum(['digit', 'letter'])),
  /** The depth number falls as the ink gets darker. Default false. */
  depthFalls: z.optional(z.boolean()),
  /** How the letters of new codes are written. Default 'capitals'. */
  letterCase: z.optional(z.enum(['capitals', 'small'])),
});
export type CodeRule = z.infer<typeof codeRuleSchema>;

export const labSchema = z.object({
  L: z.number().check(z.minimum(0), z.maximum(100)),
  a: z.number().check(z.minimum(-150), z.maximum(150)),
  b: z.number().check(z.minimum(-150), z.maximum(150)),
});
/** CIELAB, D65 white, 2 degree observer. */
export type Lab = z.infer<typeof labSchema>;

export const markerStates = ['good', 'low', 'dry', 'leaking'] as const;
export const nibStates = ['good', 'worn', 'trimmed'] as const;
/** Where a colour comes from. What is assumed from the code is never stored: it follows from the other markers. */
export const colourSources = ['measured', 'picked'] as const;
export const markerEventKinds = ['bought', 'refilled', 'ran dry', 'nib replaced', 'spilled'] as const;

export const markerEventSchema = z.object({
  on: daySchema,
  kind: z.enum(markerEventKinds),
});
export type MarkerEvent = z.infer<typeof markerEventSchema>;

/** One marker. `family`, `group`, `depth`: as read from the code by the rule of its line. `lab`: one coat, dry, on white marker card. */
export const markerSchema = z.object({
  id: idSchema,
  /** Families of two lines are two families, whatever their letters. */
  lineId: z.optional(idSchema),
  code: textSchema(40, { least: 1, empty: 'a marker needs a code' }),
  family: z.optional(textSchema(40)),
  group: z.optional(textSchema(20)),
  depth: z.optional(z.number()),
  lab: z.optional(labSchema),
  owned: z.boolean(),
  state: z.optional(z.enum(markerStates)),
});
export type Marker = z.infer<typeof markerSchema>;

/** A marker in the maker's rack, with all that the maker notes about it. Its colours are readings: no marker has one of its own. */
export const rackMarkerSchema = z.extend(z.omit(markerSchema, { lab: true }), {
  lineId: idSchema,
  /** Colour of the cap, which may mislead. */
  capLab: z.optional(labSchema),
  /** How many are owned. */
  count: z.optional(z.int().check(z.minimum(0), z.maximum(999))),
  wanted: z.optional(z.boolean()),
  price: z.optional(z.number().check(z.minimum(0), z.maximum(100_000))),
  nib: z.optional(z.enum(nibStates)),
  events: z.optional(z.array(markerEventSchema).check(z.maxLength(500))),
});
/** `lab`, `colourSource`: what its readings come to (core/markers/readings.ts), or a colour on its way in; never kept here. */
export type RackMarker = z.infer<typeof rackMarkerSchema> &
  Partial<Pick<Marker, 'lab'>> & { colourSource?: (typeof colourSources)[number] };

/**
 * What a marker's ink looked like, dry, on one paper on one day. A newer reading stands beside the older ones, never in their place.
 * `paper`: left out where nobody said which. `on`: left out where nobody knows. `spread`: median CIEDE2000 of a measured cell from its colour.
 * `sheet`: number of the swatch sheet that it was read from.
 */
export const colourReadingSchema = z.object({
  id: idSchema,
  markerId: idSchema,
  paper: z.optional(textSchema(mostSupplyName, { least: 1, empty: 'a paper needs a name' })),
  coats: z.union([z.literal(1), z.literal(2)]),
  lab: labSchema,
  source: z.enum(colourSources),
  on: z.optional(daySchema),
  spread: z.optional(z.number().check(z.minimum(0), z.maximum(200))),
  sheet: z.optional(textSchema(40)),
});
export type ColourReading = z.infer<typeof colourReadingSchema>;

/** A maker's line of markers with the rule that reads its codes. */
export const markerLineSchema = z.object({
  id: idSchema,
  name: textSchema(80, { least: 1, empty: 'a line needs a name' }),
  rule: codeRuleSchema,
  note: z.optional(textSchema(400)),
});
export type MarkerLine = z.infer<typeof markerLineSchema>;

export const pairVerdicts = ['blends well', 'needs work', 'refuses'] as const;
export const pairReasons = ['', 'dry marker', 'paper'] as const;

/** What the maker found out about two markers, in either order. */
export const pairNoteSchema = z
  .object({
    firstId: idSchema,
    secondId: idSchema,
    verdict: z.enum(pairVerdicts),
    reason: z.enum(pairReasons),
    on: daySchema,
  })
  .check(z.refine(({ firstId, secondId }) => firstId !== secondId, 'a note is about two markers'));
export type PairNote = z.infer<typeof pairNoteSchema>;

export const rackSchema = z.object({
  lines: z.array(markerLineSchema),
  markers: z.array(rackMarkerSchema),
  pairNotes: z.array(pairNoteSchema),
  /** In the order in which they were kept: the newest last. */
  readings: z.array(colourReadingSchema),
});
export type Rack = z.infer<typeof rackSchema>;
