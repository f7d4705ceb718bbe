import type * as z from 'zod/mini';
import { keptRecipeSchema } from './kept-recipe';
import { sessionHeadSchema } from './session';

/**
 * A kind of what is kept for good: versions, sessions, photos. Rows are only ever added, stand outside undo, and outlive their make under its
 * name. A kind is one entry here, its schema, and a migration that makes its table (server/db/kept-table.ts).
 */
export type KeptKind = {
  /** Name of its table. */
  table: string;
  /** What one and several are called. */
  words: { one: string; many: string };
  /** Version of its documents, which each row states. */
  schema: number;
  document: z.ZodMiniType;
  /** Paths at which a document names blobs ("photo.sha256"). */
  blobs: readonly string[];
};

/** Recipes as they were written down on a day. */
export const recipeKind: KeptKind = {
  table: 'kept_recipes',
  words: { one: 'recipe', many: 'recipes' },
  schema: 1,
  document: keptRecipeSchema,
  blobs: ['pictures.bandMap.sha256', 'pictures.look.sha256'],
};

/** Colouring sessions as they were planned; what happened in them stands beside them (server/store/sessions.ts). */
export const sessionKind: KeptKind = {
  table: 'sessions',
  words: { one: 'session', many: 'sessions' },
  schema: 1,
  document: sessionHeadSchema,
  blobs: [],
};

/** Every kind there is; each comes with its first user. */
export const keptKinds: readonly KeptKind[] = [recipeKind, sessionKind];
