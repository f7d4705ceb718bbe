import type { Migration } from './migration';

/** What a make or a recipe that came in as a file says beyond our schemas (core/bundle/unknown-fields.ts): it goes out with it again. */
export const unknownFieldsKept: Migration = {
  name: '012-unknown-fields',
  statements: ['ALTER TABLE makes ADD COLUMN unknown_fields jsonb', 'ALTER TABLE kept_recipes ADD COLUMN unknown_fields jsonb'],
};
