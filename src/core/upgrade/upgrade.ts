import { type Make, makeSchema, makeSchemaVersion } from '#model/make';
import { type Operation, operationsSchema } from '#model/operation';
import { type RackFile, rackFileSchema, rackFileVersion } from '#model/rack-file';
import type { RegionTables } from '#core/make/region-tables';
import { makeFrom1, operationsOf1 } from './from-1';
import { rackFileFrom1 } from './rack-file-from-1';
import { NewerSchemaError, type Upgraded } from './upgraded';

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
      const version = versionOf(field(versioned.value, 'schema') ?? null, 'This make', makeSchemaVersion);
      if (version === 1) return makeFrom1(versioned.value);
      // Schema 2 knew no bodies, fronts and soft spots: it is one of today without any.
      return { value: makeSchema.parse({ ...(versioned.value as object), schema: makeSchemaVersion }), blobs: [] };
    }
    case 'operations': {
      const { make, tables } = versioned.onto;
      const version = versionOf(versioned.schema, 'This edit', makeSchemaVersion);
      if (version === 1) return operationsOf1(versioned.value, make, tables);
      return { value: operationsSchema.parse(versioned.value), blobs: [] };
    }
    case 'rackFile': {
      const version = versionOf(field(versioned.value, 'version') ?? null, 'This rack file', rackFileVersion);
      return { value: rackFileSchema.parse(version === 1 ? rackFileFrom1(versioned.value) : versioned.value), blobs: [] };
    }
  }
}
