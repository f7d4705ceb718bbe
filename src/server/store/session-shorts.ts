import { QueryTypes, type Transaction } from 'sequelize';
import { sessionKind } from '#model/kept-kind';
import { type SessionEntry, type SessionHead, sessionEntrySchema } from '#model/session';
import { sessionInShort, termsOf, wordsOf } from '#core/session/in-short';
import type { Database } from '#server/db/database';
import { readKept } from './kept';

/** Writes what the logbook finds a session by; it follows from the session. */
export async function writeShort(
  database: Database,
  { id, makeName, head, entries }: { id: string; makeName: string; head: SessionHead; entries: readonly SessionEntry[] },
  transaction: Transaction,
): Promise<void> {
  const short = sessionInShort(head, entries);
  await database.sequelize.query(
    `INSERT INTO session_shorts (session_id, started_at, short, terms, words)
     VALUES ($1, to_timestamp($2::float8 / 1000), $3, $4, to_tsvector('simple', $5))
     ON CONFLICT (session_id) DO UPDATE SET short = EXCLUDED.short, terms = EXCLUDED.terms, words = EXCLUDED.words`,
    {
      bind: [id, head.startedAtMs, JSON.stringify(short), termsOf(short), wordsOf(short, makeName)],
      transaction,
    },
  );
  await database.sequelize.query('DELETE FROM session_inks WHERE session_id = $1', { bind: [id], transaction });
  await database.sequelize.query(
    `INSERT INTO session_inks (session_id, marker_id, code, lab, day, area_mm2, coats)
     SELECT $1, m->>'markerId', m->>'code', m->'lab', m->>'day', (m->>'areaMm2')::float8, (m->>'coats')::integer FROM jsonb_array_elements($2::jsonb) AS m`,
    { bind: [id, JSON.stringify(short.markers)], transaction },
  );
}

/** Writes all of them anew: after a restore. A session that cannot be read is left out, and told of where it is looked for. */
export async function renewShorts(database: Database): Promise<void> {
  const { rows } = await readKept(database, sessionKind);
  await database.sequelize.transaction(async (transaction) => {
    await database.sequelize.query('DELETE FROM session_shorts', { transaction });
    for (const { id, makeName, document } of rows) {
      const entries = await database.sequelize.query<{ document: unknown }>(
        'SELECT document FROM session_entries WHERE session_id = :id ORDER BY number',
        { replacements: { id }, type: QueryTypes.SELECT, transaction },
      );
      const told = entries.map((entry) => sessionEntrySchema.parse(entry.document));
      await writeShort(database, { id, makeName, head: document as SessionHead, entries: told }, transaction);
    }
  });
}
