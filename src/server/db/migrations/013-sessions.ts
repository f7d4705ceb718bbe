import { keptTable } from '#server/db/kept-table';
import type { Migration } from './migration';

/** Colouring sessions, kept for good as they were planned; and what happened in them, entry by entry, in the order in which it was told. Entries are only ever added. */
export const sessions: Migration = {
  name: '013-sessions',
  statements: [
    ...keptTable('sessions'),
    `CREATE TABLE session_entries (
      session_id text NOT NULL REFERENCES sessions (id) ON DELETE CASCADE,
      entry_id text NOT NULL,
      number bigint GENERATED ALWAYS AS IDENTITY,
      document jsonb NOT NULL,
      PRIMARY KEY (session_id, entry_id)
    )`,
    'CREATE INDEX session_entries_order ON session_entries (session_id, number)',
  ],
};
