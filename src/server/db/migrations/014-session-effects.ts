import type { Migration } from './migration';

/**
 * What an entry of a session changed in the rack, as it was before (server/store/session-effects.ts): taken back, the entry puts it back. And each session in short
 * (core/session/in-short.ts), by which the logbook finds it, with the ink of each marker: both follow from the session, and are written with
 * every entry.
 */
export const sessionEffects: Migration = {
  name: '014-session-effects',
  statements: [
    'ALTER TABLE session_entries ADD COLUMN before jsonb',
    `CREATE TABLE session_shorts (
      session_id text PRIMARY KEY REFERENCES sessions (id) ON DELETE CASCADE,
      started_at timestamptz NOT NULL,
      short jsonb NOT NULL,
      terms text[] NOT NULL,
      marker_ids text[] NOT NULL,
      words tsvector NOT NULL
    )`,
    `CREATE TABLE session_inks (
      session_id text NOT NULL REFERENCES sessions (id) ON DELETE CASCADE,
      marker_id text NOT NULL,
      code text NOT NULL,
      lab jsonb,
      day text NOT NULL,
      area_mm2 float8 NOT NULL,
      coats integer NOT NULL,
      PRIMARY KEY (session_id, marker_id, day)
    )`,
    'CREATE INDEX session_inks_marker ON session_inks (marker_id)',
    'CREATE INDEX session_shorts_started ON session_shorts (started_at DESC)',
    'CREATE INDEX session_shorts_terms ON session_shorts USING gin (terms)',
    'CREATE INDEX session_shorts_words ON session_shorts USING gin (words)',
  ],
};
