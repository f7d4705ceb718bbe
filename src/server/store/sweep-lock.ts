import type { Sequelize, Transaction } from 'sequelize';

/** Any number that only the sweep and the edits it waits for take. */
const sweepLock = 7_240_612;

/** While an edit is applied nothing that it names may be swept away; edits do not wait for each other. */
export async function holdOffSweep(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(`SELECT pg_advisory_xact_lock_shared(${sweepLock})`, { transaction });
}

/** Waits until no edit is being applied, and lets none begin until the transaction ends. */
export async function holdOffEdits(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(`SELECT pg_advisory_xact_lock(${sweepLock})`, { transaction });
}
