import { createHash } from 'node:crypto';
import type { Transaction } from 'sequelize';
import type { Database } from '#server/db/database';
import { notFound } from '#server/http/problem';

export type StoredBlob = { sha256: string; mediaType: string; bytes: Buffer };

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

/** @throws ProblemError 404 when there is none. */
export async function readBlob(database: Database, sha256: string): Promise<StoredBlob> {
  const row = await database.blobs.findByPk(sha256);
  if (!row) throw notFound('such file');
  return { sha256, mediaType: row.mediaType, bytes: row.bytes };
}
