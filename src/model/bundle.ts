import * as z from 'zod/mini';
import { daySchema } from './day';
import { idSchema, sha256Schema } from './id';
import { keptRecipeSchema, recipeNotesSchema } from './kept-recipe';
import { mostMakeName } from './make';
import { schoolSchema } from './school';
import { sessionEntrySchema, sessionHeadSchema } from './session';
import { supplySchema } from './supplies';
import { textSchema } from './text';
import { unknownFieldsSchema } from './unknown-fields';

export const bundleVersion = 1;
/** Bytes that a bundle may have, packed or not. */
export const mostBundleBytes = 500 * 1024 * 1024;
/** Files that a bundle may hold: each make has some ten. */
export const mostBundleEntries = 20_000;
/** Bytes of one of its JSON files. */
export const mostBundleJsonBytes = 24 * 1024 * 1024;
export const mostBundledMakes = 500;
const mostBundledRecipes = 5000;
const mostBundledSessions = 2000;

/** Kinds of files that makes name: pictures as they came, and what was read from them. */
export const bundledMediaTypes = [
  ...(['image/svg+xml', 'image/png', 'image/jpeg', 'image/webp', 'image/tiff'] as const),
  'application/octet-stream',
] as const;

/** Says what is in a bundle. It stands first in it, as `aquachrome.json`. */
export const bundleManifestSchema = z.object({
  format: z.literal('aquachrome-bundle'),
  version: z.literal(bundleVersion),
  writtenOn: daySchema,
  makes: z.array(z.object({ id: idSchema, name: textSchema(mostMakeName, { least: 1 }) })).check(z.maxLength(mostBundledMakes)),
  /** Ids of kept recipes. */
  recipes: z.array(idSchema).check(z.maxLength(mostBundledRecipes)),
  /** Ids of colouring sessions. Absent in files of before there were any. */
  sessions: z.optional(z.array(idSchema).check(z.maxLength(mostBundledSessions))),
  blobs: z
    .array(z.object({ sha256: sha256Schema, mediaType: z.enum(bundledMediaTypes), bytes: z.int().check(z.minimum(0)) }))
    .check(z.maxLength(mostBundleEntries)),
});
export type BundleManifest = z.infer<typeof bundleManifestSchema>;

/** A kept recipe in a bundle: the version as it was written, and the notes beside it. */
export const bundledRecipeSchema = z.object({
  format: z.literal('aquachrome-kept-recipe'),
  version: z.literal(bundleVersion),
  id: idSchema,
  /** Empty: it came in as a file. */
  makeId: z.union([idSchema, z.literal('')]),
  makeName: textSchema(mostMakeName),
  keptAt: z.iso.datetime(),
  kept: keptRecipeSchema,
  notes: recipeNotesSchema,
  /** What its file said beyond that when it came in. */
  unknown: z.optional(unknownFieldsSchema),
});
export type BundledRecipe = z.infer<typeof bundledRecipeSchema>;

/** A colouring session in a bundle: as it was planned, and as it went. */
export const bundledSessionSchema = z.object({
  format: z.literal('aquachrome-session'),
  version: z.literal(bundleVersion),
  id: idSchema,
  makeId: idSchema,
  makeName: textSchema(mostMakeName),
  head: sessionHeadSchema,
  entries: z.array(sessionEntrySchema).check(z.maxLength(100_000)),
});
export type BundledSession = z.infer<typeof bundledSessionSchema>;

/** Papers, inks and schools that the makes of a bundle name. */
export const bundledSuppliesSchema = z.object({
  format: z.literal('aquachrome-supplies'),
  version: z.literal(bundleVersion),
  supplies: z.array(supplySchema).check(z.maxLength(2000)),
  schools: z.array(schoolSchema).check(z.maxLength(500)),
});
export type BundledSupplies = z.infer<typeof bundledSuppliesSchema>;
