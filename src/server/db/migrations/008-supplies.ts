import { asBelonging } from '#server/db/belonging';
import type { Migration } from './migration';

const tables = ['supplies', 'goes_with', 'own_schools'] as const;

/** Papers, inks and pens; what the maker found to go with what; schools put together by the maker. */
export const supplies: Migration = {
  name: '008-supplies',
  statements: tables.flatMap((table) => [
    `CREATE TABLE ${table} (id text PRIMARY KEY, document jsonb NOT NULL)`,
    ...asBelonging(table, ['id']),
  ]),
};
