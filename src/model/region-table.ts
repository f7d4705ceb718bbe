import * as z from 'zod/mini';
import { idSchema, regionIdSchema } from './id';
import { reliefSchema } from './body';
import { preparationSchema } from './preparation';
import { placeMmSchema } from './reading';

export const regionTableVersion = 1;

const boundsMmSchema = z.tuple([z.number(), z.number(), z.number(), z.number()]);

/** A closed area of the picture. `id` lasts; in the label map it stands as the number `label`. */
export const regionSchema = z.object({
  id: regionIdSchema,
  label: z.int().check(z.minimum(1), z.maximum(65535)),
  areaMm2: z.number().check(z.nonnegative()),
  /** Left, top, width, height in mm from the top left of the picture. */
  boundsMm: boundsMmSchema,
  /** A point well inside, in mm: where the keyboard walk stands and a mark may be put. */
  insideMm: z.tuple([z.number(), z.number()]),
  touchesEdge: z.boolean(),
  /** Its narrowest neck, or where it has none the widest disk it holds, in mm. */
  narrowestMm: z.optional(z.number().check(z.nonnegative())),
});
export type Region = z.infer<typeof regionSchema>;

/** Regions (null: the paper outside) that border on each other, and how long that border is. */
const borderSchema = z.object({
  between: z.tuple([z.nullable(regionIdSchema), z.nullable(regionIdSchema)]),
  lengthMm: z.number().check(z.nonnegative()),
});

/** Hatching or dots by which the illustrator says where the dark goes. */
const shadeCueSchema = z.object({
  kind: z.enum(['hatching', 'dots']),
  count: z.int().check(z.positive()),
  boundsMm: boundsMmSchema,
  centreMm: placeMmSchema,
  /** The concave hull of their ink. Absent in tables of before it was kept. */
  outlineMm: z.optional(z.array(placeMmSchema).check(z.minLength(1), z.maxLength(2000))),
  directionDeg: z.optional(z.number().check(z.minimum(0), z.maximum(180))),
  /** The region they lie in. */
  regionId: z.nullable(regionIdSchema),
});

/** A region of the reading before that found no match in the new one. */
const lostRegionSchema = z.object({
  id: regionIdSchema,
  insideMm: placeMmSchema,
  areaMm2: z.number().check(z.nonnegative()),
  /** The element it belonged to. */
  elementId: z.nullable(idSchema),
  /** The region that holds its place now; null where that is paper. */
  intoId: z.nullable(regionIdSchema),
});

/** How a picture was cut out of its original when something was found in it. */
export const frameSchema = z.object({
  preparation: z.optional(preparationSchema),
  widthMm: z.number().check(z.positive()),
  heightMm: z.number().check(z.positive()),
});
export type Frame = z.infer<typeof frameSchema>;

/** What a reading proposes to be one rounded thing; a region in none is a body of its own. `on`: a region that it lies on. */
const proposedBodySchema = z.object({
  regionIds: z.array(regionIdSchema).check(z.minLength(1)),
  on: z.optional(regionIdSchema),
  relief: z.optional(reliefSchema),
});

/** Which of two regions a reading proposes to lie in front, and how well the drawing tells (0 to 1). */
const proposedFrontSchema = z.object({
  front: regionIdSchema,
  behind: regionIdSchema,
  sureness: z.number().check(z.minimum(0), z.maximum(1)),
  /** The middle of their border, in mm. */
  atMm: placeMmSchema,
});

/** Regions that a reading proposes to be one element. */
const alikeSchema = z.object({ regionIds: z.array(regionIdSchema).check(z.minLength(1)) });

/** A closing across what the drawing leaves open, which would make an area: its ends in mm; `isSure`: it can be taken unseen. */
const openingSchema = z.object({ fromMm: placeMmSchema, toMm: placeMmSchema, isSure: z.boolean() });
export type Opening = z.infer<typeof openingSchema>;

/** All that a reading of a picture found, beside the label map. An immutable blob: deflated JSON, named by its digest. */
export const regionTableSchema = z.object({
  schema: z.literal(regionTableVersion),
  frame: frameSchema,
  widthPx: z.int().check(z.minimum(1), z.maximum(20000)),
  heightPx: z.int().check(z.minimum(1), z.maximum(20000)),
  regions: z.array(regionSchema).check(z.maxLength(65535)),
  borders: z.array(borderSchema).check(z.maxLength(400_000)),
  cues: z.array(shadeCueSchema).check(z.maxLength(5000)),
  lost: z.array(lostRegionSchema).check(z.maxLength(65535)),
  /** Absent in tables of before there were proposals. */
  bodies: z.optional(z.array(proposedBodySchema).check(z.maxLength(65535))),
  fronts: z.optional(z.array(proposedFrontSchema).check(z.maxLength(400_000))),
  alike: z.optional(z.array(alikeSchema).check(z.maxLength(65535))),
  openings: z.optional(z.array(openingSchema).check(z.maxLength(5000))),
  /** Names that regions had before names were short: edits of that time still use them. */
  formerIds: z.optional(z.record(idSchema, regionIdSchema)),
});
export type RegionTable = z.infer<typeof regionTableSchema>;

/** Most entries of a list inside a row: as many as there are labels. */
const mostInRow = 65_535;
const lists = [
  'regions',
  'borders',
  'cues',
  'lost',
  'bodies',
  'fronts',
  'alike',
  'openings',
] as const satisfies readonly (keyof typeof regionTableSchema.shape)[];

/** The schema of the rows of a list. */
function rowSchema(name: (typeof lists)[number]): z.ZodMiniType {
  const list: z.ZodMiniType = regionTableSchema.shape[name];
  const array = (list instanceof z.ZodMiniOptional ? list.def.innerType : list) as z.ZodMiniArray<z.ZodMiniType>;
  return array.def.element;
}

const isTooWide = (row: unknown): boolean =>
  row !== null && typeof row === 'object' && Object.values(row).some((own) => Array.isArray(own) && own.length > mostInRow);

/**
 * A region table, read row by row up to the first row that is none: to be told of a million faults takes a thousand times what the table takes.
 * @returns null for what is no region table.
 */
export function parseRegionTable(value: unknown): RegionTable | null {
  if (value === null || typeof value !== 'object') return null;
  const given = value as Record<string, unknown>;
  const rows: Record<string, unknown[]> = {};
  for (const name of lists) {
    const list = given[name];
    if (!Array.isArray(list)) continue;
    const schema = rowSchema(name);
    const read: unknown[] = [];
    for (const row of list) {
      const one = isTooWide(row) ? null : schema.safeParse(row);
      if (!one?.success) return null;
      read.push(one.data);
    }
    rows[name] = read;
  }
  if (isTooWide({ names: Object.keys((given.formerIds as object | undefined) ?? {}) })) return null;
  const empty = Object.fromEntries(Object.keys(rows).map((name) => [name, []]));
  const head = regionTableSchema.safeParse({ ...given, ...empty });
  return head.success ? ({ ...head.data, ...rows } as RegionTable) : null;
}
