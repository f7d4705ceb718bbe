import * as z from 'zod/mini';
import { daySchema } from './day';
import { idSchema, sha256Schema } from './id';
import { textSchema } from './text';
import { writtenRecipeSchema } from './written-recipe';

const sizePx = z.int().check(z.minimum(1), z.maximum(4000));

/** What is seen of a recipe, as it was: where each band lies (core/recipe/kept-band-map.ts), and its expected look with its lines, a JPEG. */
export const recipePicturesSchema = z.object({
  bandMap: z.optional(z.object({ sha256: sha256Schema, widthPx: sizePx, heightPx: sizePx })),
  look: z.optional(z.object({ sha256: sha256Schema, widthPx: sizePx, heightPx: sizePx })),
});
export type RecipePictures = z.infer<typeof recipePicturesSchema>;

/**
 * A recipe that is kept for good. `of`: the colouring that it is a version of; absent: it came in as a file. `number`: the how manieth of that colouring, from 1; the
 * server gives it.
 */
export const keptRecipeSchema = z.object({
  recipe: writtenRecipeSchema,
  pictures: recipePicturesSchema,
  of: z.optional(z.object({ pictureId: idSchema, colouringId: idSchema })),
  number: z.int().check(z.minimum(0), z.maximum(1_000_000)),
});
export type KeptRecipe = z.infer<typeof keptRecipeSchema>;

export const mostRecipeTags = 30;
export const mostNextTime = 20;
export const mostRecipeNote = 4000;

/** What the maker writes beside a kept recipe; it may change, the recipe does not. `nextTime`: wishes that show up where it is coloured again. */
export const recipeNotesSchema = z.object({
  name: z.optional(textSchema(80)),
  note: z.optional(textSchema(mostRecipeNote)),
  tags: z.optional(z.array(textSchema(40, { least: 1 })).check(z.maxLength(mostRecipeTags))),
  doneOn: z.optional(daySchema),
  /** Of the finished piece, as it was brought in. */
  photo: z.optional(sha256Schema),
  isFavourite: z.optional(z.literal(true)),
  nextTime: z.optional(z.array(textSchema(300, { least: 1 })).check(z.maxLength(mostNextTime))),
});
export type RecipeNotes = z.infer<typeof recipeNotesSchema>;

/** Bytes that a recipe may have as JSON: two thousand elements with their marks. */
export const mostRecipeBytes = 16 * 1024 * 1024;
