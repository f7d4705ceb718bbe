import type { Migration } from './migration';

/**
 * Which history these data are: a restore and a reset begin another, and a page that was open over one must not write onto it. Edits of
 * pages that do not name a history count for the first one.
 */
export const installation: Migration = {
  name: '004-installation',
  statements: [
    `CREATE TABLE installation (
      is_only boolean PRIMARY KEY DEFAULT true CHECK (is_only),
      epoch text NOT NULL DEFAULT gen_random_uuid()::text,
      accepts_unnamed boolean NOT NULL
    )`,
    'INSERT INTO installation (accepts_unnamed) VALUES (true)',
  ],
};
