import * as z from 'zod/mini';
import { idSchema } from '../id';
import { roles } from '../ladder';
import { lampSchema } from '../lamp';
import { colourSources, labSchema } from '../marker';

const sourcedColourSchema = z.object({ lab: labSchema, source: z.enum(colourSources) });
const markSchema = z.object({ number: z.int(), code: z.string(), place: z.string(), stroke: z.string(), purpose: z.string() });

/** An element of a recipe file of version 2. */
export const recipeFile2ElementSchema = z.object({
  name: z.string(),
  areaMm2: z.number(),
  order: z.optional(z.literal('place')),
  ladder: z
    .array(
      z.object({ markerId: idSchema, code: z.string(), role: z.enum(roles), share: z.number(), colour: z.optional(sourcedColourSchema) }),
    )
    .check(z.minLength(1), z.maxLength(6)),
  marks: z.array(markSchema),
});

/** A recipe file of version 2, without its elements: each is read by itself. */
export const recipeFile2HeadSchema = z.object({
  make: z.string(),
  picture: z.object({ name: z.string(), widthMm: z.number(), heightMm: z.number() }),
  lamp: lampSchema,
  school: z.string(),
  paper: z.optional(z.string()),
  lineInk: z.optional(z.string()),
  finish: z.optional(z.array(markSchema)),
});

export type RecipeFile2Head = z.infer<typeof recipeFile2HeadSchema>;
export type RecipeFile2Element = z.infer<typeof recipeFile2ElementSchema>;
