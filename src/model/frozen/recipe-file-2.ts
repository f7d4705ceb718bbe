import * as z from 'zod/mini';
import { idSchema } from '../id';
import { roles } from '../ladder';
import { lampSchema } from '../lamp';
import { sourcedColourSchema } from '../marker';

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
