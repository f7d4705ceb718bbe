import type { SuppliesAnswer, SuppliesChange } from '#model/api/supplies';
import { handSchema } from '#model/hand';
import { schoolSchema } from '#model/school';
import { ownGoesWithSchema, type Supplies, supplySchema } from '#model/supplies';
import type { Transaction } from 'sequelize';
import type { Database } from '#server/db/database';
import { putRows, readRows, removeRows } from './belonging-rows';

/** The id of the one row that says how the hand works. */
const theHand = 'hand';

/** Everything the maker has beside the rack, by name; a row that cannot be read is told of, and hides no other. */
export async function readSupplies(database: Database): Promise<SuppliesAnswer> {
  const unreadable: string[] = [];
  const [hand] = await readRows(database, 'hand', handSchema, unreadable);
  return {
    supplies: await readRows(database, 'supplies', supplySchema, unreadable),
    goesWith: await readRows(database, 'goes_with', ownGoesWithSchema, unreadable),
    schools: await readRows(database, 'own_schools', schoolSchema, unreadable),
    ...(hand ? { hand } : {}),
    unreadable,
  };
}

/** Applies a change whole or not at all. Makes keep the names of what goes. */
export async function changeSupplies(database: Database, change: SuppliesChange): Promise<void> {
  await database.sequelize.transaction(async (transaction) => {
    await removeRows(database, 'supplies', change.removeSupplies, transaction);
    await removeRows(database, 'goes_with', change.removeGoesWith, transaction);
    await removeRows(database, 'own_schools', change.removeSchools, transaction);
    await removeRows(database, 'hand', change.hand === null ? [theHand] : [], transaction);
    await putRows(database, 'supplies', change.supplies ?? [], transaction);
    await putRows(database, 'goes_with', change.goesWith ?? [], transaction);
    await putRows(database, 'own_schools', change.schools ?? [], transaction);
    await putRows(database, 'hand', change.hand ? [{ id: theHand, ...change.hand }] : [], transaction);
  });
}

/** Puts papers, inks and schools beside those that are there, as part of a transaction. @throws ProblemError 422 when there is no room. */
export async function addSupplies(
  database: Database,
  { supplies, schools }: Pick<Supplies, 'supplies' | 'schools'>,
  transaction: Transaction,
): Promise<void> {
  await putRows(database, 'supplies', supplies, transaction);
  await putRows(database, 'own_schools', schools, transaction);
}
