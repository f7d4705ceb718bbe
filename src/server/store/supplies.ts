import type * as z from 'zod/mini';
import { QueryTypes, type Transaction } from 'sequelize';
import { mostSupplies, type SuppliesAnswer, type SuppliesChange } from '#model/api/supplies';
import { handSchema } from '#model/hand';
import { schoolSchema } from '#model/school';
import { ownGoesWithSchema, type Supplies, supplySchema } from '#model/supplies';
import type { Database } from '#server/db/database';
import { ProblemError } from '#server/http/problem';

const tables = { supplies: 'supplies', goesWith: 'goes_with', schools: 'own_schools', hand: 'hand' } as const;
/** The id of the one row that says how the hand works. */
const theHand = 'hand';
type Table = (typeof tables)[keyof typeof tables];

/** Everything the maker has beside the rack, by name; a row that cannot be read is told of, and hides no other. */
export async function readSupplies(database: Database): Promise<SuppliesAnswer> {
  const unreadable: string[] = [];
  const rowsOf = async <S extends z.ZodMiniType>(table: Table, schema: S): Promise<z.output<S>[]> => {
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
  };
  const [hand] = await rowsOf(tables.hand, handSchema);
  return {
    supplies: await rowsOf(tables.supplies, supplySchema),
    goesWith: await rowsOf(tables.goesWith, ownGoesWithSchema),
    schools: await rowsOf(tables.schools, schoolSchema),
    ...(hand ? { hand } : {}),
    unreadable,
  };
}

async function putRows(database: Database, table: Table, rows: readonly { id: string }[], transaction: Transaction): Promise<void> {
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

/** Applies a change whole or not at all. Makes keep the names of what goes. */
export async function changeSupplies(database: Database, change: SuppliesChange): Promise<void> {
  await database.sequelize.transaction(async (transaction) => {
    const gone = [
      [tables.supplies, change.removeSupplies],
      [tables.goesWith, change.removeGoesWith],
      [tables.schools, change.removeSchools],
      [tables.hand, change.hand === null ? [theHand] : []],
    ] as const;
    for (const [table, ids] of gone) {
      if (ids?.length) await database.sequelize.query(`DELETE FROM ${table} WHERE id IN (:ids)`, { replacements: { ids }, transaction });
    }
    await putRows(database, tables.supplies, change.supplies ?? [], transaction);
    await putRows(database, tables.goesWith, change.goesWith ?? [], transaction);
    await putRows(database, tables.schools, change.schools ?? [], transaction);
    await putRows(database, tables.hand, change.hand ? [{ id: theHand, ...change.hand }] : [], transaction);
  });
}

/** Puts papers, inks and schools beside those that are there, as part of a transaction. @throws ProblemError 422 when there is no room. */
export async function addSupplies(
  database: Database,
  { supplies, schools }: Pick<Supplies, 'supplies' | 'schools'>,
  transaction: Transaction,
): Promise<void> {
  await putRows(database, tables.supplies, supplies, transaction);
  await putRows(database, tables.schools, schools, transaction);
}
