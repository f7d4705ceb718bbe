import { strFromU8, strToU8, unzlibSync, zlibSync } from 'fflate';
import { type Region, type RegionTable, regionTableSchema, regionTableVersion } from '#model/region-table';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';

/** A region table with its lookups: the one place where a region is found by its id or its label. */
export type IndexedTable = {
  table: RegionTable;
  byId: ReadonlyMap<string, Region>;
  byLabel: ReadonlyMap<number, Region>;
  /** Place of a region in the table, from 1: how people are told of it. */
  numberOf: ReadonlyMap<string, number>;
};

/** Region tables by the digest of their blob. */
export type RegionTables = ReadonlyMap<string, IndexedTable>;

export const noTables: RegionTables = new Map();

export function indexTable(table: RegionTable): IndexedTable {
  return {
    table,
    byId: new Map(table.regions.map((region) => [region.id, region])),
    byLabel: new Map(table.regions.map((region) => [region.label, region])),
    numberOf: new Map(table.regions.map(({ id }, index) => [id, index + 1])),
  };
}

/** Largest JSON text of a table that is unpacked, in bytes. */
const mostTableBytes = 64 * 1024 * 1024;

/** A region table as the bytes of its blob: JSON, deflated (zlib, RFC 1950). */
export function encodeRegionTable(table: RegionTable): Uint8Array<ArrayBuffer> {
  return zlibSync(strToU8(JSON.stringify(table)), { level: 6 }) as Uint8Array<ArrayBuffer>;
}

/** @throws RangeError when the bytes are no region table, or one of a newer schema. */
export function decodeRegionTable(bytes: Uint8Array): RegionTable {
  let value: unknown;
  try {
    const unpacked = unzlibSync(bytes);
    if (unpacked.length > mostTableBytes) throw new RangeError('too large');
    value = JSON.parse(strFromU8(unpacked));
  } catch {
    throw new RangeError('The measures of the areas cannot be read: their bytes are no region table. Read the picture again.');
  }
  const schema = (value as { schema?: unknown } | null)?.schema;
  if (typeof schema === 'number' && schema > regionTableVersion)
    throw new RangeError('The measures of the areas were written by a newer Aquachrome. Update this one.');
  const table = regionTableSchema.safeParse(value);
  if (!table.success)
    throw new RangeError(`The measures of the areas cannot be read: ${table.error.issues[0]?.message}. Read the picture again.`);
  return table.data;
}

/** Table of a picture's regions; undefined where it has none yet or where that is not loaded. */
export function tableOf(picture: Pick<Picture, 'regionMap'> | undefined, tables: RegionTables): IndexedTable | undefined {
  return picture?.regionMap && tables.get(picture.regionMap.table);
}

/** Digests of the region tables that `applyOperation` asks for when these operations are applied to a make. */
export function tablesNamed(make: Make, operations: readonly Operation[]): string[] {
  const named = new Set<string>();
  const note = (holder: { regionMap?: Picture['regionMap'] | null } | undefined) => {
    if (holder?.regionMap) named.add(holder.regionMap.table);
  };
  for (const operation of operations) {
    if (operation.kind === 'setRegionMap') note(operation);
    if (operation.kind === 'put' && operation.entity === 'picture') note(operation.row);
    const namesRegions = operation.kind === 'assignRegions' || (operation.kind === 'put' && operation.entity === 'element');
    if (namesRegions) note(make.pictures.find(({ id }) => id === operation.pictureId));
  }
  return [...named];
}
