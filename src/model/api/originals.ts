import * as z from 'zod';
import { sha256Schema } from '../id';
import { preparationSchema } from '../preparation';

/** Bytes a line image may have. */
export const mostOriginalBytes = 40 * 1024 * 1024;
/** Bytes any other blob (a deflated label map) may have. */
export const mostBlobBytes = 24 * 1024 * 1024;

/** What the decoder read from a dropped file. `widthMm`: from its own resolution or unit, where it states one. */
export const originalAnswerSchema = z.object({
  sha256: sha256Schema,
  mediaType: z.enum(['image/svg+xml', 'image/png', 'image/jpeg', 'image/webp', 'image/tiff']),
  widthPx: z.number().int().positive(),
  heightPx: z.number().int().positive(),
  widthMm: z.number().positive().optional(),
  /** What the maker should know of the file: of several pictures only the first is taken. */
  note: z.string().optional(),
});
export type OriginalAnswer = z.infer<typeof originalAnswerSchema>;

/** `widthMm`: width on paper of what the preparation cuts out. */
export const decodeRequestSchema = z.object({
  originalSha256: sha256Schema,
  widthMm: z.number().min(5).max(1000),
  preparation: preparationSchema.optional(),
});

export const decodeAnswerSchema = z.object({
  sha256: sha256Schema,
  widthPx: z.number().int().positive(),
  heightPx: z.number().int().positive(),
  heightMm: z.number().positive(),
});
export type DecodeAnswer = z.infer<typeof decodeAnswerSchema>;

export const blobAnswerSchema = z.object({ sha256: sha256Schema });
