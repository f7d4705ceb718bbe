import { QueryTypes } from 'sequelize';
import { keptKinds } from '#model/kept-kind';
import type { Database } from '#server/db/database';
import { keptDocuments } from './kept';
import { entriesWithPhotos } from './sessions';
import { holdOffEdits } from './sweep-lock';

/** What is younger than this many days is spared: it may be on its way into a make. */
const sparedDays = 30;

export type Swept = { blobs: number; bytes: number; batches: number };

/**
 * Frees what nothing needs any more: blobs that no picture, no step and nothing that is kept for good names, and the operations of batches, whose ids and answers stay for
 * ever. Nothing younger than 30 days goes. One transaction: a kill leaves everything or has done all; a reader sees the one or the other; an
 * edit waits for it.
 */
export async function sweep(database: Database, kinds = keptKinds): Promise<Swept> {
  const { sequelize } = database;
  return sequelize.transaction(async (transaction) => {
    await holdOffEdits(sequelize, transaction);
    // All that looks like a digest is spared, so that a row that nobody can read today loses nothing either.
    const needed = new Set<string>();
    const spare = (row: unknown) => {
      for (const [digest] of JSON.stringify(row).matchAll(/(?<![0-9a-f])[0-9a-f]{64}(?![0-9a-f])/g)) needed.add(digest);
    };
    for (const { document } of await database.makePictures.findAll({ attributes: ['document'], transaction })) spare(document);
    for (const { done, inverse } of await database.makeSteps.findAll({ attributes: ['done', 'inverse'], transaction }))
      spare([done, inverse]);
    for (const document of await keptDocuments(database, transaction, kinds)) spare(document);
    for (const table of ['recipe_notes', 'drawer'] as const)
      for (const row of await sequelize.query(`SELECT document FROM ${table}`, { type: QueryTypes.SELECT, transaction })) spare(row);
    for (const { photo } of await entriesWithPhotos(database, transaction)) spare(photo);
    const old = `created_at < now() - interval '${sparedDays} days'`;
    const freed = await sequelize.query<{ bytes: string }>(
      `DELETE FROM blobs WHERE ${old} AND NOT (sha256 = ANY (ARRAY[:needed]::text[])) RETURNING length(bytes) AS bytes`,
      // An empty list cannot be written as an array: no digest is the empty text.
      { replacements: { needed: needed.size > 0 ? [...needed] : [''] }, type: QueryTypes.SELECT, transaction },
    );
    const batches = await sequelize.query<{ id: string }>(
      `UPDATE make_batches SET operations = NULL WHERE operations IS NOT NULL AND ${old} RETURNING batch_id AS id`,
      { type: QueryTypes.SELECT, transaction },
    );
    return { blobs: freed.length, bytes: freed.reduce((sum, { bytes }) => sum + Number(bytes), 0), batches: batches.length };
  });
}
