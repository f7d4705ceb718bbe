import * as z from 'zod/mini';
import { sha256Schema } from '../id';
import { lineHexSchema } from '../line-hex';
import { preparationSchema } from '../preparation';

/** Bytes a line image may have: an A3 sheet at 600 dots per inch in grey, not packed, as scanners write it. */
export const mostOriginalBytes = 80 * 1024 * 1024;
/** Bytes any other blob (a deflated label map) may have. */
export const mostBlobBytes = 24 * 1024 * 1024;

/** What the decoder read from a dropped file. `widthMm`: from its own resolution or unit, where it states one. */
export const originalAnswerSchema = z.object({
  sha256: sha256Schema,
  mediaType: z.enum(['image/svg+xml', 'image/png', 'image/jpeg', 'image/webp', 'image/tiff']),
  widthPx: z.int().check(z.positive()),
  heightPx: z.int().check(z.positive()),
  widthMm: z.optional(z.number().check(z.positive())),
  /** What the maker should know of the file: of several pictures only the first is taken. */
  note: z.optional(z.string()),
});
export type OriginalAnswer = z.infer<typeof originalAnswerSchema>;

/** `widthMm`: width on paper of what the preparation cuts out. */
export const decodeRequestSchema = z.object({
  originalSha256: sha256Schema,
  widthMm: z.number().check(z.minimum(5), z.maximum(1000)),
  preparation: z.optional(preparationSchema),
});

export const decodeAnswerSchema = z.object({
  sha256: sha256Schema,
  widthPx: z.int().check(z.positive()),
  heightPx: z.int().check(z.positive()),
  heightMm: z.number().check(z.positive()),
  lineHex: z.optional(lineHexSchema),
});
export type DecodeAnswer = z.infer<typeof decodeAnswerSchema>;

export const blobAnswerSchema = z.object({ sha256: sha256Schema });
