import { type Make, makeSchema, makeSchemaVersion } from '#model/make';
import { type Operation, operationsSchema } from '#model/operation';
import { type RackFile, rackFileSchema, rackFileVersion } from '#model/rack-file';
import type { RegionTables } from '#core/make/region-tables';
import { makeFrom1, operationsOf1 } from './from-1';
import { makeFrom2 } from './from-2';
import { makeFrom3, operationsFrom3 } from './from-3';
import { rackFileFrom1 } from './rack-file-from-1';
import { rackFileFrom2 } from './rack-file-from-2';
import { type NewBlob, NewerSchemaError, type Upgraded } from './upgraded';

type Versioned =
  | { what: 'make'; value: unknown }
  /** `onto`: the make of today's schema that they are to be applied to, with its region tables. */
  | { what: 'operations'; schema: unknown; value: unknown; onto: { make: Make; tables: RegionTables } }
  | { what: 'rackFile'; value: unknown };

type Today = { make: Make; operations: Operation[]; rackFile: RackFile };

function versionOf(stated: unknown, what: string, today: number): number {
  // The first schema of operations did not state itself.
  const version = stated === undefined ? 1 : stated;
  if (typeof version !== 'number') throw new RangeError(`${what} does not say which schema it has.`);
  if (version > today) throw new NewerSchemaError(what);
  return version;
}

const field = (value: unknown, name: string): unknown =>
  value && typeof value === 'object' ? (value as Record<string, unknown>)[name] : undefined;

const plain =
  (step: (document: unknown) => object) =>
  (document: unknown): Upgraded<object> => ({ value: step(document), blobs: [] });

/** From each schema to the next, against schemas that are frozen: what is said of an old one is never said by today's. */
const makeSteps: ReadonlyMap<number, (document: unknown) => Upgraded<object>> = new Map([
  [1, makeFrom1],
  [2, plain(makeFrom2)],
  [3, plain(makeFrom3)],
]);

/**
 * A make as a schema knew it, step by step; it is not checked against that schema. For migrations, each of which goes as far as its own time.
 * @throws NewerSchemaError when it is of a later schema than is asked for; ZodError or RangeError when it is broken.
 */
export function makeUpTo(document: unknown, schema: number): Upgraded<unknown> {
  const from = versionOf(field(document, 'schema') ?? null, 'This make', schema);
  const blobs: NewBlob[] = [];
  let value = document;
  for (let at = from; at < schema; at++) {
    const step = makeSteps.get(at);
    if (!step) throw new RangeError(`This make has a schema that there never was: ${at}.`);
    const made = step(value);
    value = made.value;
    blobs.push(...made.blobs);
  }
  return { value, blobs };
}

/**
 * Brings what an older Aquachrome wrote to the schema of today, by one step a version: used wherever such things come in (server, outbox,
 * restore, import).
 * @returns the value of today, and the blobs it names that are to be kept beside it.
 * @throws NewerSchemaError for what a newer Aquachrome wrote; ZodError or RangeError for what is broken; OperationError for operations that
 * do not fit their make.
 */
export function upgrade<V extends Versioned>(versioned: V): Upgraded<Today[V['what']]>;
export function upgrade(versioned: Versioned): Upgraded<Today[keyof Today]> {
  switch (versioned.what) {
    case 'make': {
      const { value, blobs } = makeUpTo(versioned.value, makeSchemaVersion);
      return { value: makeSchema.parse(value), blobs };
    }
    case 'operations': {
      const { make, tables } = versioned.onto;
      const version = versionOf(versioned.schema, 'This edit', makeSchemaVersion);
      if (version === 1) return operationsOf1(versioned.value, make, tables);
      const operations = version < 4 ? operationsFrom3(versioned.value) : versioned.value;
      return { value: operationsSchema.parse(operations), blobs: [] };
    }
    case 'rackFile': {
      const version = versionOf(field(versioned.value, 'version') ?? null, 'This rack file', rackFileVersion);
      const second = version === 1 ? rackFileFrom1(versioned.value) : versioned.value;
      return { value: rackFileSchema.parse(version < 3 ? rackFileFrom2(second) : second), blobs: [] };
    }
  }
}
