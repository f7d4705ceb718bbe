import { createHash } from 'node:crypto';
import type { Database } from '#server/db/database';
import { notFound } from '#server/http/problem';

export type StoredBlob = { sha256: string; mediaType: string; bytes: Buffer };

/** Keeps bytes under their SHA-256; the same bytes twice are kept once. */
export async function keepBlob(database: Database, mediaType: string, bytes: Uint8Array): Promise<string> {
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  await database.blobs.bulkCreate([{ sha256, mediaType, bytes: Buffer.from(bytes) }], { ignoreDuplicates: true });
  return sha256;
}

/** @throws ProblemError 404 when there is none. */
export async function readBlob(database: Database, sha256: string): Promise<StoredBlob> {
  const row = await database.blobs.findByPk(sha256);
  if (!row) throw notFound('such file');
  return { sha256, mediaType: row.mediaType, bytes: row.bytes };
}
