import type { Migration } from './migration';

export const rackDetails: Migration = {
  name: '002-rack-details',
  statements: [
    `ALTER TABLE markers
      ADD COLUMN colour_source text,
      ADD COLUMN cap_lab jsonb,
      ADD COLUMN count integer,
      ADD COLUMN wanted boolean,
      ADD COLUMN price double precision,
      ADD COLUMN nib text,
      ADD COLUMN events jsonb`,
    // Colours kept before sources were told apart came with the demo line: picked by hand.
    "UPDATE markers SET colour_source = 'picked' WHERE lab IS NOT NULL",
    `CREATE TABLE pair_notes (
      first_id text NOT NULL REFERENCES markers (id) ON DELETE CASCADE,
      second_id text NOT NULL REFERENCES markers (id) ON DELETE CASCADE,
      verdict text NOT NULL,
      reason text NOT NULL,
      noted_on text NOT NULL,
      PRIMARY KEY (first_id, second_id),
      CHECK (first_id < second_id)
    )`,
  ],
};
