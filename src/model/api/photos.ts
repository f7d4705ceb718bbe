import * as z from 'zod/mini';
import { sha256Schema } from '../id';

/** Bytes that a photo may have. */
export const mostPhotoBytes = 25 * 1024 * 1024;

/** A photo that is kept, and what was done to it in words: turned upright, where it was taken taken out. */
export const photoAnswerSchema = z.object({ sha256: sha256Schema, said: z.array(z.string()) });
