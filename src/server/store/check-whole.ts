import { QueryTypes } from 'sequelize';
import { blobsNamed, blobsOfPicture } from '#core/make/blobs-named';
import { decodeRegionTable } from '#core/make/region-tables';
import type { Database } from '#server/db/database';
import { migrations } from '#server/db/migrations/index';
import { problemOf } from '#server/http/problem';
import { readBlob } from './blobs';
import { readStored } from './make-rows';
import { readRack } from './rack';
import { readSteps } from './steps';

async function column(database: Database, sql: string): Promise<string[]> {
  const rows = await database.sequelize.query<{ value: string }>(sql, { type: QueryTypes.SELECT });
  return rows.map(({ value }) => value);
}

/**
 * Whether migrations that a backup names are those of this version, or of an older one.
 * @param applied null: the backup knows no migrations at all.
 * @throws Error in words a maker reads.
 */
export function checkVersion(applied: readonly string[] | null): void {
  if (applied === null) throw new Error('The file holds the data of another program, not of Aquachrome, or nothing at all.');
  if (applied.length === 0) throw new Error('The file holds only the shape of the data, not the data.');
  const known = migrations.map(({ name }) => name);
  if (applied.some((name) => !known.includes(name)))
    throw new Error('The file was written by a newer Aquachrome. Update this one, then restore it.');
  if (applied.some((name) => known.slice(0, applied.length).includes(name) === false))
    throw new Error('The file misses a part of its own history. It cannot be read.');
}

/**
 * Whether everything in a database of today can be read: every make, its steps, every picture and reading they name, the rack.
 * @returns how many makes there are.
 * @throws Error in words a maker reads.
 */
export async function checkWhole(database: Database): Promise<{ makes: number }> {
  const broken = await column(database, "SELECT sha256 AS value FROM blobs WHERE encode(sha256(bytes), 'hex') <> sha256");
  if (broken.length > 0) throw new Error('A picture in the file is damaged.');
  const kept = new Set(await column(database, 'SELECT sha256 AS value FROM blobs'));
  const ids = await column(database, 'SELECT id AS value FROM makes');
  for (const id of ids) {
    const named = await readStored(database, id)
      .then(async ({ make }) => {
        const steps = await readSteps(database, id);
        const operations = [...steps.undo, ...steps.redo].flatMap(({ done, inverse }) => [...done, ...inverse]);
        for (const { regionMap } of make.pictures) {
          if (regionMap && kept.has(regionMap.table)) decodeRegionTable((await readBlob(database, regionMap.table)).bytes);
        }
        return [...make.pictures.flatMap(blobsOfPicture), ...blobsNamed(operations)];
      })
      .catch((error: unknown) => {
        throw new Error(`The make ${id} in the file cannot be read: ${problemOf(error, { quietly: true }).message}`);
      });
    if (named.some((sha256) => !kept.has(sha256))) throw new Error(`Pictures of the make ${id} are missing from the file.`);
  }
  await readRack(database);
  return { makes: ids.length };
}
