import * as z from 'zod/mini';
import { idSchema } from './id';
import { ladderSchema } from './ladder';
import { textSchema } from './text';

/** Loose pieces of one kind (nine flowers) in several colourways, laid in a row: which piece gets which follows from the seed. */
export const pieceRowSchema = z.object({
  id: idSchema,
  name: textSchema(60, { least: 1, empty: 'a row needs a name' }),
  count: z.int().check(z.minimum(1), z.maximum(200)),
  ladders: z.array(ladderSchema).check(z.minLength(1), z.maxLength(30)),
  seed: z.int().check(z.minimum(0), z.maximum(1_000_000)),
});
export type PieceRow = z.infer<typeof pieceRowSchema>;
