import * as z from 'zod/mini';
import { makeHeadSchema } from './make';
import { bodySchema } from './body';
import { saidCutSchema } from './cut-end';
import { frontSchema } from './front';
import { handStrokeSchema } from './hand-stroke';
import { elementSchema, pictureSchema } from './picture';
import { mendSchema } from './reading';

/**
 * The register of what a make is made of. A kind of row is one entry here and, if it has rules of its own, one in
 * core/make/rules.ts; a new field of a row is one line in its schema. Operations, their application, their inverse, the comparison of two makes and
 * the generators of the tests follow.
 */
export type EntityEntry = {
  row: z.ZodMiniType;
  /** Fields of the row that `patch` may change, with their schemas; none: a row is only put whole. */
  fields: Record<string, z.ZodMiniType>;
  /** The list that holds its rows, and whose list that is; null: the make itself. */
  list: { of: 'make' | 'picture'; name: 'pictures' | 'elements' | 'mends' | 'bodies' | 'fronts' | 'strokes' | 'cuts' } | null;
};

function fieldsOf<S extends z.ZodMiniObject, F extends keyof S['shape'] & string>(row: S, fixed: readonly F[]): Omit<S['shape'], F> {
  const open = Object.entries(row.shape).filter(([name]) => !(fixed as readonly string[]).includes(name));
  return Object.fromEntries(open) as unknown as Omit<S['shape'], F>;
}

export const entities = {
  make: { row: makeHeadSchema, fields: fieldsOf(makeHeadSchema, ['schema', 'id']), list: null },
  picture: {
    row: pictureSchema,
    // Results come by setRegionMap; the rows of its lists are put and removed one by one.
    fields: fieldsOf(pictureSchema, ['id', 'regionMap', 'regionsGiven', 'mends', 'elements', 'bodies', 'fronts', 'strokes', 'cuts']),
    list: { of: 'make', name: 'pictures' },
  },
  element: {
    row: elementSchema,
    // Regions change by assignRegions, since each belongs to one element at the most.
    fields: fieldsOf(elementSchema, ['id', 'regionIds']),
    list: { of: 'picture', name: 'elements' },
  },
  mend: { row: mendSchema, fields: {}, list: { of: 'picture', name: 'mends' } },
  body: { row: bodySchema, fields: fieldsOf(bodySchema, ['id']), list: { of: 'picture', name: 'bodies' } },
  cut: { row: saidCutSchema, fields: {}, list: { of: 'picture', name: 'cuts' } },
  stroke: { row: handStrokeSchema, fields: {}, list: { of: 'picture', name: 'strokes' } },
  front: { row: frontSchema, fields: fieldsOf(frontSchema, ['id', 'between']), list: { of: 'picture', name: 'fronts' } },
} as const satisfies Record<string, EntityEntry>;

/** Whether a field of a kind of row may be absent: null clears it then, and is a value of its own else. */
export function mayBeAbsent(kind: EntityKind, field: string): boolean {
  const fields: Record<string, z.ZodMiniType> = entities[kind].fields;
  return fields[field] instanceof z.ZodMiniOptional;
}

export type EntityKind = keyof typeof entities;
/** Kinds whose rows stand in a list. */
export type RowKind = Exclude<EntityKind, 'make'>;
export type RowOf<K extends EntityKind> = z.infer<(typeof entities)[K]['row']>;
export const entityKinds = Object.keys(entities) as EntityKind[];
export const rowKinds = entityKinds.filter((kind): kind is RowKind => kind !== 'make');

/** Kinds whose rows stand in a list of a picture. */
export type PictureRowKind = { [K in RowKind]: (typeof entities)[K]['list']['of'] extends 'picture' ? K : never }[RowKind];
