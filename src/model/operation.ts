import * as z from 'zod/mini';
import {
  type EntityKind,
  entities,
  entityKinds,
  holdersOf,
  type OrderedKind,
  orderedKinds,
  type PutKind,
  putKinds,
  type RowOf,
  type Whose,
} from './entity';
import { idSchema, regionIdSchema } from './id';
import { makeSchemaVersion } from './make';
import { type RegionMap, regionMapSchema } from './picture';

/** Fields of a patch: what is named is changed; null clears what may be absent. */
export type PatchFields<K extends EntityKind> = {
  [F in keyof (typeof entities)[K]['fields'] & keyof RowOf<K>]?: undefined extends RowOf<K>[F]
    ? Exclude<RowOf<K>[F], undefined> | null
    : RowOf<K>[F];
};

/** Puts a row in, or in the place of the one with its id. `index`: where in the list; default: at its end. */
export type PutOperation<K extends PutKind = PutKind> = {
  [Kind in K]: { kind: 'put'; entity: Kind; row: RowOf<Kind>; index?: number | undefined } & Whose<Kind>;
}[K];
export type PatchOperation<K extends EntityKind = EntityKind> = {
  [Kind in K]: { kind: 'patch'; entity: Kind; fields: PatchFields<Kind> } & Whose<Kind> & (Kind extends 'make' ? unknown : { id: string });
}[K];
export type RemoveOperation<K extends PutKind = PutKind> = { [Kind in K]: { kind: 'remove'; entity: Kind; id: string } & Whose<Kind> }[K];
/** Moves a row behind another of its list (null: to its beginning). It is told by that row, not by a number, so that what others put in stays in its place. */
export type MoveOperation<K extends OrderedKind = OrderedKind> = {
  [Kind in K]: { kind: 'move'; entity: Kind; id: string; after: string | null } & Whose<Kind>;
}[K];
/** A region belongs to one element at the most: it leaves the one it was in. */
export type AssignRegions = {
  kind: 'assignRegions';
  pictureId: string;
  assignments: { regionId: string; elementId: string | null }[];
};
/**
 * The results of a reading. `givenBefore`: the picture's `regionsGiven` when the reading gave its new ids; on another number it does not fit,
 * since another reading has given the same ids meanwhile. Absent where it brings back results that were there before.
 */
export type SetRegionMap = { kind: 'setRegionMap'; pictureId: string; regionMap: RegionMap | null; givenBefore?: number | undefined };

/** Small edits of a make. Each has an inverse (core/make/invert.ts). */
export type Operation = PutOperation | PatchOperation | RemoveOperation | MoveOperation | AssignRegions | SetRegionMap;

const indexSchema = z.optional(z.int().check(z.nonnegative()));

/** Within which rows a row stands; nothing where its list is the make's own. */
function whose(kind: EntityKind): Record<string, z.ZodMiniType> {
  return Object.fromEntries(holdersOf(kind).map((holder) => [`${holder}Id`, idSchema]));
}

function fieldSchema(field: z.ZodMiniType): z.ZodMiniType {
  return field instanceof z.ZodMiniOptional ? z.optional(z.nullable(field.def.innerType)) : z.optional(field);
}

function patchSchema(kind: EntityKind): z.ZodMiniObject {
  const fields = Object.fromEntries(
    Object.entries<z.ZodMiniType>(entities[kind].fields).map(([name, field]) => [name, fieldSchema(field)]),
  );
  return z.strictObject({
    kind: z.literal('patch'),
    entity: z.literal(kind),
    ...whose(kind),
    ...(kind === 'make' ? {} : { id: idSchema }),
    fields: z.strictObject(fields).check(z.refine((given) => Object.keys(given).length > 0, 'a patch names at least one field')),
  });
}

const putSchemas = putKinds.map((kind) =>
  z.strictObject({ kind: z.literal('put'), entity: z.literal(kind), ...whose(kind), row: entities[kind].row, index: indexSchema }),
);
const patchSchemas = entityKinds.filter((kind) => Object.keys(entities[kind].fields).length > 0).map(patchSchema);
const removeSchemas = putKinds.map((kind) =>
  z.strictObject({ kind: z.literal('remove'), entity: z.literal(kind), ...whose(kind), id: idSchema }),
);
const moveSchemas = orderedKinds.map((kind) =>
  z.strictObject({ kind: z.literal('move'), entity: z.literal(kind), ...whose(kind), id: idSchema, after: z.nullable(idSchema) }),
);
const assignSchema = z.strictObject({
  kind: z.literal('assignRegions'),
  pictureId: idSchema,
  assignments: z.array(z.object({ regionId: regionIdSchema, elementId: z.nullable(idSchema) })).check(z.minLength(1), z.maxLength(5000)),
});
const setRegionMapSchema = z.strictObject({
  kind: z.literal('setRegionMap'),
  pictureId: idSchema,
  regionMap: z.nullable(regionMapSchema),
  givenBefore: z.optional(z.int().check(z.nonnegative())),
});

type Some<T> = [T, ...T[]];

/** Every kind of operation, as the register says. */
export const operationSchema = z.discriminatedUnion('kind', [
  z.discriminatedUnion('entity', putSchemas as Some<(typeof putSchemas)[number]>),
  z.discriminatedUnion('entity', patchSchemas as Some<(typeof patchSchemas)[number]>),
  z.discriminatedUnion('entity', removeSchemas as Some<(typeof removeSchemas)[number]>),
  z.discriminatedUnion('entity', moveSchemas as Some<(typeof moveSchemas)[number]>),
  assignSchema,
  setRegionMapSchema,
]) as unknown as z.ZodMiniType<Operation>;

export const operationsSchema = z.array(operationSchema);

/** Operations that a page puts into one batch at the most. */
export const usualOperations = 500;
/** Most operations of one batch: those of an older page may become twice as many. */
export const mostOperations = 2 * usualOperations;

/**
 * What an edit is to the maker's undo: `do` is a new step, `follow` belongs to a step though the application did it (a reading
 * after a mend), `undo` and `redo` take a step back and forth again.
 */
export const stepTurnSchema = z.object({ id: idSchema, turn: z.enum(['do', 'follow', 'undo', 'redo']) });
export type StepTurn = z.infer<typeof stepTurnSchema>;

/** What a client sends: applied whole and once, or not at all. */
export const batchSchema = z.object({
  schema: z.literal(makeSchemaVersion),
  batchId: idSchema,
  baseRevision: z.int().check(z.nonnegative()),
  operations: z.array(operationSchema).check(z.minLength(1), z.maxLength(mostOperations)),
  step: z.optional(stepTurnSchema),
  /** The history of the installation's data that the edit was made for. */
  epoch: z.optional(z.string().check(z.maxLength(64))),
});
export type Batch = z.infer<typeof batchSchema>;

/** A step of the maker's and what takes it back. */
export const stepSchema = z.object({ id: idSchema, done: z.array(operationSchema), inverse: z.array(operationSchema) });
export type Step = z.infer<typeof stepSchema>;
/** Steps that may be taken back and forth again, the nearest last. */
export const stepsSchema = z.object({ undo: z.array(stepSchema), redo: z.array(stepSchema) });
export type Steps = z.infer<typeof stepsSchema>;
/** Most steps that can be taken back. */
export const mostSteps = 200;
