import type { Migration } from './migration';

/** What an entry of a session changed in the rack, as it was before (server/store/session-effects.ts): taken back, the entry puts it back. */
export const sessionEffects: Migration = {
  name: '014-session-effects',
  statements: ['ALTER TABLE session_entries ADD COLUMN before jsonb'],
};
