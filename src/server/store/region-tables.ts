import { QueryTypes, type Transaction } from 'sequelize';
import type { RegionTable } from '#model/region-table';
import { strFromU8 } from 'fflate';
import { indexTable, type IndexedTable, readRegionTable, unpackRegionTable } from '#core/make/region-tables';
import type { Database } from '#server/db/database';
import { workshop } from '#server/decode/workshop';
import { ProblemError } from '#server/http/problem';

/** JSON text of a table from which on it is checked outside the server's own thread. */
const largeBytes = 1024 * 1024;
/** Tables kept in memory: those of the makes that are worked on now. */
const mostKept = 24;

/** Tables never change: one that was read once is known by its digest. */
const known = new WeakMap<Database, Map<string, IndexedTable>>();

function knownTo(database: Database): Map<string, IndexedTable> {
  const before = known.get(database);
  if (before) return before;
  const fresh = new Map<string, IndexedTable>();
  known.set(database, fresh);
  return fresh;
}

function remember(database: Database, sha256: string, table: IndexedTable): IndexedTable {
  const tables = knownTo(database);
  tables.delete(sha256);
  tables.set(sha256, table);
  const oldest = tables.keys().next().value;
  if (tables.size > mostKept && oldest !== undefined) tables.delete(oldest);
  return table;
}

/** A table of its bytes, however they are made. @throws ProblemError 422 when they are none. */
async function readTable(bytes: Uint8Array): Promise<RegionTable> {
  try {
    const text = unpackRegionTable(bytes);
    if (text.length <= largeBytes) return readRegionTable(text);
    await workshop().work('checkTable', { text });
    return JSON.parse(strFromU8(text)) as RegionTable;
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw new ProblemError(422, { code: 'unreadable-areas', message: error.message, remedy: 'Nothing was changed.' });
  }
}

/**
 * Reads the region tables of the given digests; one that is not kept is left out.
 * @throws ProblemError 422 when one cannot be read.
 */
export async function readTables(
  database: Database,
  digests: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, IndexedTable>> {
  const tables = new Map<string, IndexedTable>();
  for (const digest of digests) {
    const table = knownTo(database).get(digest);
    if (table) tables.set(digest, remember(database, digest, table));
  }
  const missing = digests.filter((digest) => !tables.has(digest));
  if (missing.length === 0) return tables;
  const rows = await database.blobs.findAll({ where: { sha256: missing }, ...(transaction ? { transaction } : {}) });
  for (const { sha256, bytes } of rows) tables.set(sha256, remember(database, sha256, indexTable(await readTable(bytes))));
  return tables;
}

/** Digests of the tables of a make's pictures. */
export async function tablesOfMake(database: Database, makeId: string): Promise<string[]> {
  const rows = await database.sequelize.query<{ digest: string | null }>(
    "SELECT document #>> '{regionMap,table}' AS digest FROM make_pictures WHERE make_id = :makeId",
    { replacements: { makeId }, type: QueryTypes.SELECT },
  );
  return rows.flatMap(({ digest }) => digest ?? []);
}
