import { asBelonging } from '#server/db/belonging';
import type { Migration } from './migration';

/** Stamps, dies, words and machines of the maker. And sessions are found by their markers through the ink of each, where an index stands. */
export const drawer: Migration = {
  name: '015-drawer',
  statements: [
    'CREATE TABLE drawer (id text PRIMARY KEY, document jsonb NOT NULL)',
    ...asBelonging('drawer', ['id']),
    'ALTER TABLE session_shorts DROP COLUMN marker_ids',
  ],
};
