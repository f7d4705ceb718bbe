/**
 * Statements that make a table one of what the maker has (the rack, and what comes beside it): every change of a row gets the next revision, and a row that
 * goes is noted, whoever takes it away, so that whoever knows a revision is told of what has changed since.
 * @param keys columns that name a row.
 */
export function asBelonging(table: string, keys: readonly string[]): string[] {
  return [
    `ALTER TABLE ${table} ADD COLUMN revision bigint NOT NULL DEFAULT nextval('public.belongings_revision')`,
    `CREATE INDEX ${table}_revision ON ${table} (revision)`,
    `CREATE TRIGGER note_change BEFORE INSERT OR UPDATE ON ${table} FOR EACH ROW EXECUTE FUNCTION note_belonging()`,
    `CREATE TRIGGER note_gone AFTER DELETE ON ${table} FOR EACH ROW EXECUTE FUNCTION note_belonging(${keys.map((key) => `'${key}'`).join(', ')})`,
  ];
}
