import { createHash } from 'node:crypto';
import { QueryTypes, type Transaction } from 'sequelize';
import type { Database } from '#server/db/database';
import type { Arrived } from '#server/http/body';
import { notFound } from '#server/http/problem';
import { openScratch } from '#server/http/scratch';

export type StoredBlob = { sha256: string; mediaType: string; bytes: Buffer };

/** A large blob goes in and out in slices: as one parameter or one answer it would stand in memory several times over. */
const sliceBytes = 4 * 1024 * 1024;

/** Keeps bytes under their SHA-256; the same bytes twice are kept once, and count as new again: the sweep spares what is new. */
export async function keepBlob(database: Database, mediaType: string, bytes: Uint8Array, transaction?: Transaction): Promise<string> {
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  // In one statement: between two the sweep could come.
  await database.sequelize.query(
    `INSERT INTO blobs (sha256, media_type, bytes, created_at) VALUES ($1, $2, $3, now())
     ON CONFLICT (sha256) DO UPDATE SET created_at = now()`,
    { bind: [sha256, mediaType, Buffer.from(bytes)], ...(transaction ? { transaction } : {}) },
  );
  return sha256;
}

/** The same of a large body that waits on the disk. */
export async function keepArrived(database: Database, mediaType: string, { file, size, sha256 }: Arrived): Promise<string> {
  if (size <= sliceBytes) return keepBlob(database, mediaType, await file.read(0, size));
  await database.sequelize.transaction(async (transaction) => {
    await database.sequelize.query('CREATE TEMPORARY TABLE arriving (part integer, bytes bytea) ON COMMIT DROP', { transaction });
    for (let from = 0; from < size; from += sliceBytes) {
      const bind = [from / sliceBytes, await file.read(from, sliceBytes)];
      await database.sequelize.query('INSERT INTO arriving VALUES ($1, $2)', { bind, transaction });
    }
    await database.sequelize.query(
      `INSERT INTO blobs (sha256, media_type, bytes, created_at) SELECT $1, $2, string_agg(bytes, ''::bytea ORDER BY part), now() FROM arriving
       ON CONFLICT (sha256) DO UPDATE SET created_at = now()`,
      { bind: [sha256, mediaType], transaction },
    );
  });
  return sha256;
}

/** @throws ProblemError 404 when there is none. */
export async function readBlob(database: Database, sha256: string): Promise<StoredBlob> {
  const row = await database.blobs.findByPk(sha256);
  if (!row) throw notFound('such file');
  return { sha256, mediaType: row.mediaType, bytes: row.bytes };
}

/** A blob piece by piece. @throws ProblemError 404 when there is none. */
export async function* blobPieces(database: Database, sha256: string): AsyncGenerator<Buffer> {
  for (let from = 0; ; from += sliceBytes) {
    const [row] = await database.sequelize.query<{ slice: Buffer }>(
      'SELECT substring(bytes FROM $1::integer FOR $2::integer) AS slice FROM blobs WHERE sha256 = $3',
      { bind: [from + 1, sliceBytes, sha256], type: QueryTypes.SELECT },
    );
    if (!row) throw notFound('such file');
    yield row.slice;
    if (row.slice.length < sliceBytes) return;
  }
}

/**
 * Works with a large blob as a file, which is gone afterwards.
 * @param work is told its path, for processes of ours.
 * @throws ProblemError 404 when there is none.
 */
export async function withBlobFile<T>(database: Database, sha256: string, work: (path: string) => Promise<T>): Promise<T> {
  const file = await openScratch();
  try {
    for await (const slice of blobPieces(database, sha256)) await file.write(slice);
    return await work(file.path);
  } finally {
    await file.close();
  }
}
