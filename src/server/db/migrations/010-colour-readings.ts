import { asBelonging } from '#server/db/belonging';
import type { Migration } from './migration';

/**
 * Colours are readings, each of one marker, paper, number of coats and day; what colour a marker had becomes one on a paper that nobody named. Swatch sheets
 * that were printed are kept as they were laid out.
 */
export const colourReadings: Migration = {
  name: '010-colour-readings',
  statements: [
    `CREATE TABLE colour_readings (
      id text PRIMARY KEY,
      marker_id text NOT NULL REFERENCES markers (id) ON DELETE CASCADE,
      document jsonb NOT NULL
    )`,
    'CREATE INDEX colour_readings_marker ON colour_readings (marker_id)',
    ...asBelonging('colour_readings', ['id']),
    `INSERT INTO colour_readings (id, marker_id, document)
      SELECT id, id, jsonb_build_object('id', id, 'markerId', id, 'coats', 1, 'lab', lab, 'source', coalesce(colour_source, 'picked'))
      FROM markers WHERE lab IS NOT NULL AND jsonb_typeof(lab) = 'object'`,
    'ALTER TABLE markers DROP COLUMN lab, DROP COLUMN colour_source',
    'CREATE TABLE swatch_sheets (sheet text PRIMARY KEY, document jsonb NOT NULL, printed_at timestamptz NOT NULL DEFAULT now())',
  ],
};
