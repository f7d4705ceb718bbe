import { z } from 'zod';
import { sha256Schema } from '../id';

/** Bytes a line image may have. */
export const mostOriginalBytes = 40 * 1024 * 1024;
/** Bytes any other blob (a deflated label map) may have. */
export const mostBlobBytes = 24 * 1024 * 1024;

/** What the decoder read from a dropped file. `widthMm`: from its own resolution or unit, where it states one. */
export const originalAnswerSchema = z.object({
  sha256: sha256Schema,
  mediaType: z.enum(['image/svg+xml', 'image/png', 'image/jpeg']),
  widthPx: z.number().int().positive(),
  heightPx: z.number().int().positive(),
  widthMm: z.number().positive().optional(),
});
export type OriginalAnswer = z.infer<typeof originalAnswerSchema>;

export const decodeRequestSchema = z.object({ originalSha256: sha256Schema, widthMm: z.number().min(5).max(1000) });

export const decodeAnswerSchema = z.object({
  sha256: sha256Schema,
  widthPx: z.number().int().positive(),
  heightPx: z.number().int().positive(),
  heightMm: z.number().positive(),
});
export type DecodeAnswer = z.infer<typeof decodeAnswerSchema>;

export const blobAnswerSchema = z.object({ sha256: sha256Schema });
