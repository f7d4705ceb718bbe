import type { Sequelize, Transaction } from 'sequelize';

/** A summary that says nothing: today's code makes it anew after the migrations (store/summaries.ts), since theirs would be of another time. */
export const toBeMadeAnew = '{}';

/** A step forward, run inside one transaction: plain SQL, then what SQL alone cannot do. There is no way back. */
export type Migration = {
  name: string;
  statements: readonly string[];
  run?: (sequelize: Sequelize, transaction: Transaction) => Promise<void>;
};
