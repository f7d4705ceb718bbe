import type { Sequelize, Transaction } from 'sequelize';
import { firstTables } from './001-first-tables';
import { rackDetails } from './002-rack-details';
import { makesInParts } from './003-makes-in-parts';
import { installation } from './004-installation';

/** A step forward, run inside one transaction: plain SQL, then what SQL alone cannot do. There is no way back. */
export type Migration = {
  name: string;
  statements: readonly string[];
  run?: (sequelize: Sequelize, transaction: Transaction) => Promise<void>;
};

export const migrations: readonly Migration[] = [firstTables, rackDetails, makesInParts, installation];
