import { firstTables } from './001-first-tables';
import { rackDetails } from './002-rack-details';

/** A step forward, as plain SQL run inside one transaction. There is no way back. */
export type Migration = { name: string; statements: readonly string[] };

export const migrations: readonly Migration[] = [firstTables, rackDetails];
