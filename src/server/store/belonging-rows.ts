import type * as z from 'zod/mini';
import { QueryTypes, type Transaction } from 'sequelize';
import { mostSupplies } from '#model/api/supplies';
import type { Database } from '#server/db/database';
import { ProblemError } from '#server/http/problem';

/** Tables of what the maker has, a document a row. */
export const belongingTables = ['supplies', 'goes_with', 'own_schools', 'hand', 'drawer', 'practice'] as const;
export type BelongingTable = (typeof belongingTables)[number];

/** All rows by name; a row that cannot be read is told of (its id, into `unreadable`), and hides no other. */
export async function readRows<S extends z.ZodMiniType>(
  database: Database,
  table: BelongingTable,
  schema: S,
  unreadable: string[],
): Promise<z.output<S>[]> {
  const found = await database.sequelize.query<{ id: string; document: unknown }>(
    `SELECT id, document FROM ${table} ORDER BY lower(document ->> 'name'), id`,
    { type: QueryTypes.SELECT },
  );
  return found.flatMap(({ id, document }) => {
    const parsed = schema.safeParse(document);
    if (parsed.success) return [parsed.data];
    unreadable.push(id.slice(0, 80));
    return [];
  });
}

/** Puts rows in, or in the place of those with their ids. @throws ProblemError 422 when there is no room. */
export async function putRows(
  database: Database,
  table: BelongingTable,
  rows: readonly { id: string }[],
  transaction: Transaction,
): Promise<void> {
  for (const row of rows) {
    await database.sequelize.query(
      `INSERT INTO ${table} (id, document) VALUES (:id, :document) ON CONFLICT (id) DO UPDATE SET document = EXCLUDED.document`,
      { replacements: { id: row.id, document: JSON.stringify(row) }, transaction },
    );
  }
  const [count] = await database.sequelize.query<{ count: string }>(`SELECT count(*) AS count FROM ${table}`, {
    type: QueryTypes.SELECT,
    transaction,
  });
  if (Number(count?.count) <= mostSupplies) return;
  throw new ProblemError(422, {
    code: 'too-many',
    message: `There is room for ${mostSupplies} of a kind.`,
    remedy: 'Nothing was changed. Take some out that you do not have any more.',
  });
}

export async function removeRows(
  database: Database,
  table: BelongingTable,
  ids: readonly string[] | undefined,
  transaction: Transaction,
): Promise<void> {
  if (ids?.length) await database.sequelize.query(`DELETE FROM ${table} WHERE id IN (:ids)`, { replacements: { ids }, transaction });
}
