import { asBelonging } from '#server/db/belonging';
import type { Migration } from './migration';

/** How drills went: a row a drill. */
export const practice: Migration = {
  name: '016-practice',
  statements: ['CREATE TABLE practice (id text PRIMARY KEY, document jsonb NOT NULL)', ...asBelonging('practice', ['id'])],
};
