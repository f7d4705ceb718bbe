import { asBelonging } from '#server/db/belonging';
import type { Migration } from './migration';

/** How the maker's hand works: one row at the most. */
export const hand: Migration = {
  name: '009-hand',
  statements: ['CREATE TABLE hand (id text PRIMARY KEY, document jsonb NOT NULL)', ...asBelonging('hand', ['id'])],
};
