import { byId as rowsById } from '#core/make/by-id';
import { strFromU8, strToU8, zlibSync } from 'fflate';
import { parseRegionTable, type Region, type RegionTable, regionTableVersion } from '#model/region-table';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { checkJsonBounds } from '#core/bytes/json-bounds';
import { TooMuchPackedError, unpackWithin } from '#core/bytes/unpack';

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
    byId: rowsById(table.regions),
    byLabel: new Map(table.regions.map((region) => [region.label, region])),
    numberOf: new Map(table.regions.map(({ id }, index) => [id, index + 1])),
  };
}

/** Largest JSON text of a table, in bytes, and what it may hold: a picture of 5,000 areas takes about a third. */
const mostTableBytes = 12 * 1024 * 1024;
const tableBounds = { depth: 8, values: 1_000_000 };
/** A region table as the bytes of its blob: JSON, deflated (zlib, RFC 1950). */
export function encodeRegionTable(table: RegionTable): Uint8Array<ArrayBuffer> {
  return zlibSync(strToU8(JSON.stringify(table)), { level: 6 }) as Uint8Array<ArrayBuffer>;
}

/** Bytes of a region table as the JSON text they hold, within its bounds. @throws RangeError */
export function unpackRegionTable(bytes: Uint8Array): Uint8Array<ArrayBuffer> {
  try {
    const text = unpackWithin(bytes, mostTableBytes);
    checkJsonBounds(text, tableBounds);
    return text;
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    const words = error instanceof TooMuchPackedError ? error.message : `their bytes are no region table, ${error.message}`;
    throw new RangeError(`The measures of the areas cannot be read: ${words.replace(/\.$/, '')}. Read the picture again.`);
  }
}

/** A region table of the text that `unpackRegionTable` gave. @throws RangeError when it is none, or one of a newer schema. */
export function readRegionTable(text: Uint8Array): RegionTable {
  let value: unknown;
  try {
    value = JSON.parse(strFromU8(text));
  } catch {
    throw new RangeError('The measures of the areas cannot be read: their bytes are no region table. Read the picture again.');
  }
  const schema = (value as { schema?: unknown } | null)?.schema;
  if (typeof schema === 'number' && schema > regionTableVersion)
    throw new RangeError('The measures of the areas were written by a newer Aquachrome. Update this one.');
  const table = parseRegionTable(value);
  if (!table) throw new RangeError('The measures of the areas cannot be read: what they hold is no region table. Read the picture again.');
  return table;
}

/** @throws RangeError when the bytes are no region table within its bounds, or one of a newer schema. */
export function decodeRegionTable(bytes: Uint8Array): RegionTable {
  return readRegionTable(unpackRegionTable(bytes));
}

/** Table of a picture's regions; undefined where it has none yet or where that is not loaded. */
export function tableOf(picture: Pick<Picture, 'regionMap'> | undefined, tables: RegionTables): IndexedTable | undefined {
  return picture?.regionMap && tables.get(picture.regionMap.table);
}

/** Digests of the region tables that operations bring along, whatever make they are for. */
export function tablesGiven(operations: readonly Operation[]): string[] {
  return operations.flatMap((operation) => {
    if (operation.kind === 'setRegionMap') return operation.regionMap?.table ?? [];
    return operation.kind === 'put' && operation.entity === 'picture' ? (operation.row.regionMap?.table ?? []) : [];
  });
}

/** Digests of the region tables that `applyOperation` asks for when these operations are applied to a make. */
export function tablesNamed(make: Make, operations: readonly Operation[]): string[] {
  const named = new Set(tablesGiven(operations));
  for (const operation of operations) {
    const namesRegions = operation.kind === 'assignRegions' || (operation.kind === 'put' && operation.entity === 'element');
    const table = namesRegions && make.pictures.find(({ id }) => id === operation.pictureId)?.regionMap?.table;
    if (table) named.add(table);
  }
  return [...named];
}
