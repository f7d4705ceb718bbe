import * as z from 'zod/mini';
import { handSchema } from './hand';
import { idSchema } from './id';
import { lineHexSchema } from './line-hex';
import { schoolSchema } from './school';
import { textSchema } from './text';

/** What lies beside the markers: papers, inks of the lines, and what is put on top. */
export const supplyKinds = ['paper', 'line ink', 'pencil', 'pen', 'gloss'] as const;
export type SupplyKind = (typeof supplyKinds)[number];
export const mostSupplyName = 80;

const sheetMm = z.number().check(z.minimum(20, 'at least 20 mm'), z.maximum(2000, 'at most 2 m'));

const offcutMm = z.number().check(z.minimum(5, 'at least 5 mm'), z.maximum(2000, 'at most 2 m'));
export const mostOffcuts = 100;

/** One of the maker's papers, inks, pencils or pens. `sort`: what it is, so that it is known what it goes with (core/technique/goes-with.json). */
export const supplySchema = z.object({
  id: idSchema,
  kind: z.enum(supplyKinds),
  name: textSchema(mostSupplyName, { least: 1, empty: 'it needs a name' }),
  sort: z.optional(textSchema(60)),
  note: z.optional(textSchema(400)),
  /** Of a paper or an ink: as it looks, dry. */
  hex: z.optional(lineHexSchema),
  /** Of a paper: how large a sheet is, how thick, and how many are left. */
  sheet: z.optional(z.object({ widthMm: sheetMm, heightMm: sheetMm })),
  thicknessMm: z.optional(z.number().check(z.minimum(0.02, 'at least 0.02 mm'), z.maximum(5, 'at most 5 mm'))),
  sheetsLeft: z.optional(z.int().check(z.minimum(0), z.maximum(100_000))),
  /** What was left of sheets and is kept, and where it lies. */
  offcuts: z.optional(
    z
      .array(z.object({ id: idSchema, widthMm: offcutMm, heightMm: offcutMm, lies: z.optional(textSchema(100)) }))
      .check(z.minLength(1), z.maxLength(mostOffcuts)),
  ),
  /** What a sheet costs, in the money of the rack's prices. */
  sheetPrice: z.optional(z.number().check(z.minimum(0), z.maximum(100_000))),
  /** How many others of its kind were taken before it, so that the last one is known: it rises. */
  takenTurn: z.optional(z.int().check(z.minimum(0), z.maximum(2_000_000_000))),
});
export type Supply = z.infer<typeof supplySchema>;

/** `dry first`: the one must be dry before the other. */
export const goesWithVerdicts = ['goes well', 'with care', 'not', 'dry first'] as const;

/** What two things do with each other, told by their names, by their sorts, or by what is done. */
export const goesWithSchema = z.object({
  one: textSchema(mostSupplyName, { least: 1, empty: 'it is about two things' }),
  other: textSchema(mostSupplyName, { least: 1, empty: 'it is about two things' }),
  verdict: z.enum(goesWithVerdicts),
  words: textSchema(200),
});
export type GoesWith = z.infer<typeof goesWithSchema>;
/** The maker's own words on it. */
export const ownGoesWithSchema = z.extend(goesWithSchema, { id: idSchema });
export type OwnGoesWith = z.infer<typeof ownGoesWithSchema>;

/** What the maker has beside the rack, and how the hand works, where that was said. */
export const suppliesSchema = z.object({
  supplies: z.array(supplySchema),
  goesWith: z.array(ownGoesWithSchema),
  schools: z.array(schoolSchema),
  hand: z.optional(handSchema),
});
export type Supplies = z.infer<typeof suppliesSchema>;
export const noSupplies: Supplies = { supplies: [], goesWith: [], schools: [] };
