import * as z from 'zod/mini';
import { bodySchema } from './body';
import { colouringSchema, mostInColouring, treatmentSchema } from './colouring';
import { saidCutSchema } from './cut-end';
import { frontSchema } from './front';
import { handStrokeSchema } from './hand-stroke';
import { makeHeadSchema, mostPictures } from './make';
import { elementSchema, mostRows, pictureSchema } from './picture';
import { mendSchema } from './reading';

/**
 * The register of what a make is made of. A kind of row is one entry here and one in core/make/rules.ts (what it is called); a new field of a row is one
 * line in its schema. Operations, their application, their inverse, cascades, copies, the blobs that are kept for it, the comparison of two makes and the
 * generators of the tests follow.
 */
export type EntityEntry = {
  row: z.ZodMiniType;
  /** Fields of the row that `patch` may change, with their schemas; none: a row is only put whole. */
  fields: Record<string, z.ZodMiniType>;
  /** The list that holds its rows, whose list that is, and how many it holds; null: the make itself. */
  list: { of: string; name: string; most: number } | null;
  /** The list is never empty. Default false. */
  isNeverEmpty?: true;
  /** Its rows have an order that the maker chooses: there is a `move`. Default false. */
  isOrdered?: true;
  /**
   * Its rows have the ids of rows of this kind: a patch makes one where there is none, and one that says nothing is none. There is no `put` and no
   * `remove`; the list stands in the order of the ids. Default: rows have ids of their own.
   */
  keyedBy?: string;
  /** Where a row names another (path within the row), of which kind, in the same holder or one about it. When that goes, the row goes. Default none. */
  refers?: readonly { at: string; to: string }[];
  /** Where a row names blobs (paths within the row). Default none. */
  blobs?: readonly string[];
  /** A copy of what holds its rows gives them ids of their own. Default false: ids need to differ within their list only. */
  renewsIds?: true;
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
    fields: fieldsOf(pictureSchema, ['id', 'regionMap', 'regionsGiven', 'mends', 'elements', 'bodies', 'fronts', 'cuts', 'colourings']),
    list: { of: 'make', name: 'pictures', most: mostPictures },
    isOrdered: true,
    blobs: ['original.sha256', 'grey.sha256', 'regionMap.labelMap', 'regionMap.table'],
  },
  element: {
    row: elementSchema,
    // Regions change by assignRegions, since each belongs to one element at the most.
    fields: fieldsOf(elementSchema, ['id', 'regionIds']),
    list: { of: 'picture', name: 'elements', most: mostRows.elements },
    isOrdered: true,
    refers: [{ at: 'spot.on', to: 'element' }],
    renewsIds: true,
  },
  mend: { row: mendSchema, fields: {}, list: { of: 'picture', name: 'mends', most: mostRows.mends } },
  body: {
    row: bodySchema,
    fields: fieldsOf(bodySchema, ['id']),
    list: { of: 'picture', name: 'bodies', most: mostRows.bodies },
    renewsIds: true,
  },
  cut: { row: saidCutSchema, fields: {}, list: { of: 'picture', name: 'cuts', most: mostRows.cuts } },
  front: {
    row: frontSchema,
    fields: fieldsOf(frontSchema, ['id', 'between']),
    list: { of: 'picture', name: 'fronts', most: mostRows.fronts },
  },
  colouring: {
    row: colouringSchema,
    fields: fieldsOf(colouringSchema, ['id', 'treatments', 'strokes']),
    list: { of: 'picture', name: 'colourings', most: mostRows.colourings },
    isNeverEmpty: true,
    isOrdered: true,
    renewsIds: true,
  },
  treatment: {
    row: treatmentSchema,
    fields: fieldsOf(treatmentSchema, ['id']),
    list: { of: 'colouring', name: 'treatments', most: mostInColouring.treatments },
    keyedBy: 'element',
  },
  stroke: { row: handStrokeSchema, fields: {}, list: { of: 'colouring', name: 'strokes', most: mostInColouring.strokes } },
} as const satisfies Record<string, EntityEntry>;

export type EntityKind = keyof typeof entities;
/** Kinds whose rows stand in a list. */
export type RowKind = Exclude<EntityKind, 'make'>;
export type RowOf<K extends EntityKind> = z.infer<(typeof entities)[K]['row']>;
/** Kinds whose rows are put and removed, not made by a patch. */
export type PutKind = { [K in RowKind]: (typeof entities)[K] extends { keyedBy: string } ? never : K }[RowKind];
/** Kinds whose rows have an order that the maker chooses. */
export type OrderedKind = { [K in RowKind]: (typeof entities)[K] extends { isOrdered: true } ? K : never }[RowKind];

type HolderOf<K extends EntityKind> = NonNullable<(typeof entities)[K]['list']>['of'];
type HoldersOf<K extends RowKind> = HolderOf<K> extends infer H ? (H extends RowKind ? H | HoldersOf<H> : never) : never;
/** Names of the rows within which a row stands: a stroke's are `pictureId` and `colouringId`. */
export type Whose<K extends EntityKind> = K extends RowKind ? { [H in HoldersOf<K> as `${H}Id`]: string } : unknown;

export const entityKinds = Object.keys(entities) as EntityKind[];
export const rowKinds = entityKinds.filter((kind): kind is RowKind => kind !== 'make');

/** What the register says of a kind. */
export function entryOf(kind: EntityKind): EntityEntry {
  return entities[kind];
}
export const putKinds = rowKinds.filter((kind): kind is PutKind => entryOf(kind).keyedBy === undefined);
export const orderedKinds = rowKinds.filter((kind): kind is OrderedKind => entryOf(kind).isOrdered === true);

/** Kinds whose lists a row of this kind holds. */
export function kindsHeldBy(holder: EntityKind): RowKind[] {
  return rowKinds.filter((kind) => entities[kind].list.of === holder);
}

/** Kinds of the rows within which rows of a kind stand, the outermost first: of strokes picture, colouring. */
export function holdersOf(kind: EntityKind): RowKind[] {
  const of = entryOf(kind).list?.of as EntityKind | undefined;
  return of === undefined || of === 'make' ? [] : [...holdersOf(of), of];
}

/** Whether a field of a kind of row may be absent: null clears it then, and is a value of its own else. */
export function mayBeAbsent(kind: EntityKind, field: string): boolean {
  return entryOf(kind).fields[field] instanceof z.ZodMiniOptional;
}
