import { keptTable } from '#server/db/kept-table';
import type { Migration } from './migration';

/**
 * Recipes that are kept for good; the maker's notes beside them, which change; and what they are found by: derived from both, made anew with every change
 * (server/store/recipe-finds.ts). `recipe_inks`: every colour that a marker has in any of them, once.
 */
export const keptRecipes: Migration = {
  name: '011-kept-recipes',
  statements: [
    ...keptTable('kept_recipes'),
    `CREATE TABLE recipe_notes (
      recipe_id text PRIMARY KEY REFERENCES kept_recipes (id) ON DELETE CASCADE,
      document jsonb NOT NULL
    )`,
    `CREATE TABLE recipe_finds (
      recipe_id text PRIMARY KEY REFERENCES kept_recipes (id) ON DELETE CASCADE,
      make_id text NOT NULL,
      colouring_id text,
      number integer NOT NULL,
      kept_at timestamptz NOT NULL,
      is_favourite boolean NOT NULL,
      words tsvector NOT NULL,
      short jsonb NOT NULL
    )`,
    'CREATE INDEX recipe_finds_words ON recipe_finds USING gin (words)',
    'CREATE INDEX recipe_finds_kept ON recipe_finds (kept_at DESC, recipe_id)',
    'CREATE INDEX recipe_finds_make ON recipe_finds (make_id, colouring_id)',
    `CREATE TABLE recipe_terms (
      kind text NOT NULL,
      term text NOT NULL,
      recipe_id text NOT NULL REFERENCES kept_recipes (id) ON DELETE CASCADE,
      shown text NOT NULL,
      PRIMARY KEY (kind, term, recipe_id)
    )`,
    'CREATE INDEX recipe_terms_recipe ON recipe_terms (recipe_id)',
    'CREATE INDEX recipe_terms_begin ON recipe_terms (term text_pattern_ops)',
    'CREATE TABLE recipe_inks (ink text PRIMARY KEY, l real NOT NULL, a real NOT NULL, b real NOT NULL)',
    'CREATE INDEX recipe_inks_l ON recipe_inks (l, a, b)',
  ],
};
