import type { Transaction } from 'sequelize';
import type { SessionEntry, SessionHead } from '#model/session';
import { sessionInShort, termsOf, wordsOf } from '#core/session/in-short';
import type { Database } from '#server/db/database';

/** Writes what the logbook finds a session by; it follows from the session. */
export async function writeShort(
  database: Database,
  { id, makeName, head, entries }: { id: string; makeName: string; head: SessionHead; entries: readonly SessionEntry[] },
  transaction: Transaction,
): Promise<void> {
  const short = sessionInShort(head, entries);
  await database.sequelize.query(
    `INSERT INTO session_shorts (session_id, started_at, short, terms, marker_ids, words)
     VALUES ($1, to_timestamp($2::float8 / 1000), $3, $4, $5, to_tsvector('simple', $6))
     ON CONFLICT (session_id) DO UPDATE SET short = EXCLUDED.short, terms = EXCLUDED.terms, marker_ids = EXCLUDED.marker_ids, words = EXCLUDED.words`,
    {
      bind: [
        ...[id, head.startedAtMs, JSON.stringify(short), termsOf(short)],
        [...new Set(short.markers.map(({ markerId }) => markerId))],
        wordsOf(short, makeName),
      ],
      transaction,
    },
  );
}
