import { asBelonging } from '#server/db/belonging';
import type { Migration } from './migration';

/**
 * What the maker has beside makes has one revision: pages fetch it once, and then what has
 * changed. Names are told in full in the function: a restore runs it with no search path.
 */
export const belongings: Migration = {
  name: '007-belongings',
  statements: [
    'CREATE SEQUENCE belongings_revision',
    `CREATE TABLE belongings_gone (
      of_table text NOT NULL,
      key text NOT NULL,
      revision bigint NOT NULL,
      PRIMARY KEY (of_table, key)
    )`,
    `CREATE FUNCTION note_belonging() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      IF TG_OP = 'DELETE' THEN
        INSERT INTO public.belongings_gone (of_table, key, revision)
        VALUES (
          TG_TABLE_NAME,
          (SELECT string_agg(to_jsonb(OLD) ->> name, ' ' ORDER BY place) FROM unnest(TG_ARGV) WITH ORDINALITY AS names (name, place)),
          nextval('public.belongings_revision')
        )
        ON CONFLICT (of_table, key) DO UPDATE SET revision = EXCLUDED.revision;
        RETURN OLD;
      END IF;
      NEW.revision := nextval('public.belongings_revision');
      RETURN NEW;
    END
    $$`,
    ...asBelonging('marker_lines', ['id']),
    ...asBelonging('markers', ['id']),
    ...asBelonging('pair_notes', ['first_id', 'second_id']),
  ],
};
