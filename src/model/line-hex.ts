import * as z from 'zod/mini';

/** Colour of the lines of a picture, as #rrggbb. */
export const lineHexSchema = z.string().check(z.regex(/^#[0-9a-f]{6}$/));
