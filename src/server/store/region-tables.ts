import type { Transaction } from 'sequelize';
import { decodeRegionTable, indexTable, type IndexedTable } from '#core/make/region-tables';
import type { Database } from '#server/db/database';

/** Reads the region tables of the given digests; one that is not kept is left out. @throws RangeError when one cannot be read. */
export async function readTables(
  database: Database,
  digests: readonly string[],
  transaction: Transaction,
): Promise<Map<string, IndexedTable>> {
  if (digests.length === 0) return new Map();
  const rows = await database.blobs.findAll({ where: { sha256: [...digests] }, transaction });
  return new Map(rows.map(({ sha256, bytes }) => [sha256, indexTable(decodeRegionTable(bytes))]));
}
