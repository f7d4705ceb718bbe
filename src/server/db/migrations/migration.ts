import type { Sequelize, Transaction } from 'sequelize';

/** A step forward, run inside one transaction: plain SQL, then what SQL alone cannot do. There is no way back. */
export type Migration = {
  name: string;
  statements: readonly string[];
  run?: (sequelize: Sequelize, transaction: Transaction) => Promise<void>;
};
