import * as z from 'zod/mini';

/** Colour of the lines of a picture as #rrggbb, where they are not black. */
export const lineHexSchema = z.optional(z.string().check(z.regex(/^#[0-9a-f]{6}$/)));
