import type { Migration } from './migration';

export const firstTables: Migration = {
  name: '001-first-tables',
  statements: [
    `CREATE TABLE makes (
      id text PRIMARY KEY,
      revision integer NOT NULL CHECK (revision >= 0),
      document jsonb NOT NULL,
      created_at timestamptz NOT NULL,
      updated_at timestamptz NOT NULL
    )`,
    `CREATE TABLE make_batches (
      make_id text NOT NULL REFERENCES makes (id) ON DELETE CASCADE,
      batch_id text NOT NULL,
      revision integer NOT NULL,
      operations jsonb NOT NULL,
      created_at timestamptz NOT NULL,
      PRIMARY KEY (make_id, batch_id),
      UNIQUE (make_id, revision)
    )`,
    `CREATE TABLE blobs (
      sha256 text PRIMARY KEY CHECK (sha256 ~ '^[0-9a-f]{64}$'),
      media_type text NOT NULL,
      bytes bytea NOT NULL,
      created_at timestamptz NOT NULL
    )`,
    `CREATE TABLE marker_lines (
      id text PRIMARY KEY,
      name text NOT NULL UNIQUE,
      rule jsonb NOT NULL,
      note text
    )`,
    `CREATE TABLE markers (
      id text PRIMARY KEY,
      line_id text NOT NULL REFERENCES marker_lines (id) ON DELETE CASCADE,
      code text NOT NULL,
      family text,
      group_digit text,
      depth double precision,
      lab jsonb,
      owned boolean NOT NULL,
      state text NOT NULL,
      UNIQUE (line_id, code)
    )`,
    // What happened once in the life of this database and must not happen again, such as the loading of the demo data.
    'CREATE TABLE once_done (name text PRIMARY KEY, done_at timestamptz NOT NULL DEFAULT now())',
  ],
};
