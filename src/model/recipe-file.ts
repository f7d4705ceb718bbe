import * as z from 'zod/mini';
import { idSchema } from './id';
import { lampSchema } from './lamp';
import { roles } from './ladder';
import { sourcedColourSchema } from './marker';
import { schoolIdSchema } from './school';

export const recipeFileVersion = 2;

const markSchema = z.object({ number: z.int(), code: z.string(), place: z.string(), stroke: z.string(), purpose: z.string() });

/** A recipe as it leaves the application: everything needed to repeat it, readable without it. */
export const recipeFileSchema = z.object({
  format: z.literal('aquachrome-recipe'),
  version: z.literal(recipeFileVersion),
  make: z.string(),
  picture: z.object({ name: z.string(), widthMm: z.number(), heightMm: z.number() }),
  lamp: lampSchema,
  school: schoolIdSchema,
  /** On which paper and over which line ink, as the maker named them. */
  paper: z.optional(z.string()),
  lineInk: z.optional(z.string()),
  elements: z.array(
    z.object({
      name: z.string(),
      areaMm2: z.number(),
      /** Ordered from the edge to the middle. Left out: light to dark. */
      order: z.optional(z.literal('place')),
      ladder: z.array(
        z.object({
          markerId: idSchema,
          code: z.string(),
          role: z.enum(roles),
          share: z.number(),
          colour: z.optional(sourcedColourSchema),
        }),
      ),
      marks: z.array(markSchema),
    }),
  ),
  /** What is done to the whole picture in the end. */
  finish: z.optional(z.array(markSchema)),
});
export type RecipeFile = z.infer<typeof recipeFileSchema>;
