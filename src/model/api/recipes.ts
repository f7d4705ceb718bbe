import * as z from 'zod/mini';
import { daySchema } from '../day';
import { idSchema, sha256Schema } from '../id';
import { keptRecipeSchema, recipeNotesSchema } from '../kept-recipe';
import { labSchema } from '../marker';
import { mostMakeName } from '../make';
import { textSchema } from '../text';
import { unknownFieldsSchema } from '../unknown-fields';

/** By what a kept recipe is found. */
export const findKindSchema = z.enum(['code', 'family', 'element', 'paper', 'line ink', 'school', 'tag']);
export type FindKind = z.infer<typeof findKindSchema>;

/** Recipes shown at once. */
export const mostRecipesAtOnce = 60;

/** What is asked for: all of it holds of each recipe that is found. */
export const findRecipesSchema = z.object({
  /** Words that stand anywhere in it; of the last one the beginning is enough. */
  words: z.optional(textSchema(120)),
  terms: z.optional(z.array(z.object({ kind: findKindSchema, term: textSchema(120, { least: 1 }) })).check(z.maxLength(12))),
  /** A marker of it is near this colour. */
  near: z.optional(labSchema),
  makeId: z.optional(idSchema),
  colouringId: z.optional(idSchema),
  onlyFavourites: z.optional(z.literal(true)),
  from: z.optional(z.int().check(z.minimum(0), z.maximum(1_000_000))),
  most: z.optional(z.int().check(z.minimum(1), z.maximum(mostRecipesAtOnce))),
});
export type FindRecipes = z.infer<typeof findRecipesSchema>;

/** A kept recipe in a list. */
export const listedRecipeSchema = z.object({
  id: idSchema,
  /** Empty: it came in as a file. */
  makeId: z.string(),
  makeName: z.string(),
  number: z.int(),
  keptAt: z.string(),
  title: z.string(),
  picture: z.string(),
  paper: z.optional(z.string()),
  doneOn: z.optional(daySchema),
  tags: z.array(z.string()),
  isFavourite: z.boolean(),
  hasLook: z.boolean(),
  photo: z.optional(sha256Schema),
  nextTime: z.array(z.string()),
  /** The first of them, with their codes and colours. */
  elements: z.array(z.object({ name: z.string(), rungs: z.array(z.object({ code: z.string(), lab: z.optional(labSchema) })) })),
  elementCount: z.int(),
});
export type ListedRecipe = z.infer<typeof listedRecipeSchema>;

export const foundRecipesSchema = z.object({
  recipes: z.array(listedRecipeSchema),
  total: z.int(),
  /** Ids of those that are kept and cannot be read. */
  unreadable: z.array(z.string()),
});
export type FoundRecipes = z.infer<typeof foundRecipesSchema>;

/** What begins as was typed, and in how many recipes that stands. */
export const foundTermsSchema = z.object({
  terms: z.array(z.object({ kind: findKindSchema, term: z.string(), shown: z.string(), count: z.int() })),
});
export type FoundTerms = z.infer<typeof foundTermsSchema>;

/** A recipe to be kept. `make`: absent: it came in as a file. */
export const keepRecipeSchema = z.object({
  id: idSchema,
  make: z.optional(z.object({ id: idSchema, name: textSchema(mostMakeName, { least: 1 }) })),
  kept: z.omit(keptRecipeSchema, { number: true }),
  notes: z.optional(recipeNotesSchema),
  /** What its file said beyond our schema. */
  unknown: z.optional(unknownFieldsSchema),
});
export type KeepRecipe = z.infer<typeof keepRecipeSchema>;

/** A kept recipe with all that belongs to it. */
export const readRecipeSchema = z.object({
  id: idSchema,
  makeId: z.string(),
  makeName: z.string(),
  /** Whether its make is still there. */
  isMakeThere: z.boolean(),
  keptAt: z.string(),
  kept: keptRecipeSchema,
  notes: recipeNotesSchema,
  /** What its file said beyond our schema when it came in: it goes out with it again. */
  unknown: z.optional(unknownFieldsSchema),
  /** Versions of the same colouring, the oldest first, this one among them; and what was wished for next time at the ones before. */
  versions: z.array(z.object({ id: idSchema, number: z.int(), keptAt: z.string(), nextTime: z.array(z.string()) })),
});
export type ReadRecipe = z.infer<typeof readRecipeSchema>;

/** What is changed of the notes; null takes it back. */
export const recipeNotesChangeSchema = z.object({
  name: z.optional(z.nullable(recipeNotesSchema.shape.name.def.innerType)),
  note: z.optional(z.nullable(recipeNotesSchema.shape.note.def.innerType)),
  tags: z.optional(z.nullable(recipeNotesSchema.shape.tags.def.innerType)),
  doneOn: z.optional(z.nullable(daySchema)),
  photo: z.optional(z.nullable(sha256Schema)),
  isFavourite: z.optional(z.nullable(z.literal(true))),
  nextTime: z.optional(z.nullable(recipeNotesSchema.shape.nextTime.def.innerType)),
});
export type RecipeNotesChange = z.infer<typeof recipeNotesChangeSchema>;

/** Sheets that a recipe is printed on. */
export const recipePapers = ['A4', 'Letter', 'A5', 'Half Letter'] as const;
/** `desk`: all of it. `strip`: each ladder as a row of fields, to try on the same paper first. `card`: a small one for the back of the card or a box. */
export const recipeSheets = ['desk', 'strip', 'card'] as const;
export const recipeSheetSchema = z.object({
  paper: z.enum(recipePapers),
  sheet: z.enum(recipeSheets),
  grey: z.optional(z.enum(['1'])),
});
export type RecipeSheet = z.infer<typeof recipeSheetSchema>;
