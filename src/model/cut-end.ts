import * as z from 'zod/mini';
import { idSchema } from './id';
import { placeMmSchema } from './reading';

/** What the maker says of an edge, named by a place on it: whether a thing is cut off there, or rounds away. What is not said is found. */
export const saidCutSchema = z.object({ id: idSchema, at: placeMmSchema, isCut: z.boolean() });
export type SaidCut = z.infer<typeof saidCutSchema>;
