/**
 * Statements that make the table of a kind that is kept for good (model/kept-kind.ts). Its rows name their make without pointing to it, since they outlive it;
 * the database itself refuses to change what one says.
 */
export function keptTable(table: string): string[] {
  return [
    `CREATE TABLE ${table} (
      id text PRIMARY KEY,
      make_id text NOT NULL,
      make_name text NOT NULL,
      schema integer NOT NULL,
      document jsonb NOT NULL,
      created_at timestamptz NOT NULL DEFAULT now()
    )`,
    `CREATE INDEX ${table}_make ON ${table} (make_id, created_at)`,
    `CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      IF NEW.document IS DISTINCT FROM OLD.document OR NEW.schema <> OLD.schema OR NEW.id <> OLD.id OR NEW.make_id <> OLD.make_id THEN
        RAISE EXCEPTION 'what is kept for good is never changed';
      END IF;
      RETURN NEW;
    END
    $$`,
    `CREATE TRIGGER refuse_change BEFORE UPDATE ON ${table} FOR EACH ROW EXECUTE FUNCTION refuse_change()`,
  ];
}
