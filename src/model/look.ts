import * as z from 'zod/mini';
import { elementExtraSchema } from './extra';
import { idSchema } from './id';
import { labSchema } from './marker';

/**
 * What an element is expected to look like once it is coloured. `bands`: the colour of each in its middle, light to dark, dry, with all its coats. `joinsMm`: how
 * wide each runs into the next. `isStreaky`: strokes go one way. `pattern`: what dots and stripes are laid with.
 */
export const elementLookSchema = z.object({
  id: idSchema,
  bands: z.array(labSchema).check(z.minLength(1), z.maxLength(12)),
  joinsMm: z.array(z.number().check(z.minimum(0), z.maximum(50))).check(z.maxLength(12)),
  isStreaky: z.boolean(),
  extras: z.array(elementExtraSchema),
  pattern: z.optional(labSchema),
});
export type ElementLook = z.infer<typeof elementLookSchema>;

/** `isWet`: as it looks just laid: darker (common practice, no source). `hasGrain`: the strokes of its marks are seen. */
export const lookWishSchema = z.object({
  elements: z.array(elementLookSchema),
  paper: labSchema,
  isWet: z.boolean(),
  hasGrain: z.boolean(),
  /** Of the picture at full resolution. */
  pxPerMm: z.number().check(z.positive()),
});
export type LookWish = z.infer<typeof lookWishSchema>;
