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
  /** Digests of the blobs that a document names; of what is none of its kind, none. */
  blobsOf: (document: unknown) => string[];
};

/** Recipes as they were written down on a day. */
export const recipeKind: KeptKind = {
  table: 'kept_recipes',
  words: { one: 'recipe', many: 'recipes' },
  schema: 1,
  document: keptRecipeSchema,
  blobsOf: (document) => {
    const read = keptRecipeSchema.safeParse(document);
    const { bandMap, look } = read.success ? read.data.pictures : {};
    return [bandMap, look].flatMap((one) => one?.sha256 ?? []);
  },
};

/** Colouring sessions as they were planned; what happened in them stands beside them (server/store/sessions.ts). */
export const sessionKind: KeptKind = {
  table: 'sessions',
  words: { one: 'session', many: 'sessions' },
  schema: 1,
  document: sessionHeadSchema,
  blobsOf: (document) => {
    const read = sessionHeadSchema.safeParse(document);
    const pictures = read.success ? (read.data.pictures ?? []) : [];
    return pictures.flatMap(({ lines, map, recipe }) => [lines?.sha256, map?.sha256, recipe].filter((digest) => digest !== undefined));
  },
};

/** Every kind there is; each comes with its first user. */
export const keptKinds: readonly KeptKind[] = [recipeKind, sessionKind];
