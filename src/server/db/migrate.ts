import type { Sequelize, Transaction } from 'sequelize';
import { QueryTypes } from 'sequelize';
import { Umzug, type UmzugStorage } from 'umzug';
import { migrations } from './migrations/index';

/** Any number that only Aquachrome's migrators take: two at once wait for each other. */
const migratorLock = 7_240_611;

/** Keeps the names of applied migrations inside the migrator's own transaction, so that half a migration leaves no trace. */
function transactionalStorage(sequelize: Sequelize, transaction: Transaction): UmzugStorage {
  return {
    logMigration: async ({ name }) => {
      await sequelize.query('INSERT INTO applied_migrations (name) VALUES (:name)', { replacements: { name }, transaction });
    },
    unlogMigration: async () => {
      throw new Error('Migrations go forward only.');
    },
    executed: async () => {
      const rows = await sequelize.query<{ name: string }>('SELECT name FROM applied_migrations ORDER BY name', {
        type: QueryTypes.SELECT,
        transaction,
      });
      return rows.map(({ name }) => name);
    },
  };
}

/**
 * Brings the tables up to date in one transaction; answers the names of what was applied now.
 * @param only names of the migrations to apply: for data that an older version wrote. Default: all.
 */
export async function migrate(sequelize: Sequelize, only?: readonly string[]): Promise<string[]> {
  return sequelize.transaction(async (transaction) => {
    await sequelize.query(`SELECT pg_advisory_xact_lock(${migratorLock})`, { transaction });
    await sequelize.query('CREATE TABLE IF NOT EXISTS applied_migrations (name text PRIMARY KEY)', { transaction });
    const umzug = new Umzug({
      migrations: migrations
        .filter(({ name }) => only === undefined || only.includes(name))
        .map(({ name, statements, run }) => ({
          name,
          up: async () => {
            for (const statement of statements) await sequelize.query(statement, { transaction });
            await run?.(sequelize, transaction);
          },
        })),
      storage: transactionalStorage(sequelize, transaction),
      logger: undefined,
    });
    return (await umzug.up()).map(({ name }) => name);
  });
}
