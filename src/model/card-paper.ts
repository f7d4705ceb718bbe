import * as z from 'zod/mini';
import { idSchema } from './id';
import { mostSupplyName } from './supplies';
import { textSchema } from './text';

/** What a piece of paper is on a card. A base is folded once; a mat lies behind another piece with an even border; a flap has a scored strip for tape. */
export const paperSorts = ['base', 'panel', 'mat', 'strip', 'flap', 'writing panel', 'frame', 'other'] as const;
/** Where a base is folded: at its left side, or at its top. */
export const folds = ['left', 'top'] as const;

const sideMm = z.number().check(z.minimum(3, 'at least 3 mm'), z.maximum(2000, 'at most 2 m'));

/**
 * Equal pieces of paper of a card. `widthMm`, `heightMm`: as it is seen, a base folded, a flap without its strip; of a mat they follow from what it lies behind. `keepsDirection`: grain or pattern runs
 * upright.
 */
export const paperPieceSchema = z.object({
  id: idSchema,
  sort: z.enum(paperSorts),
  name: z.optional(textSchema(60)),
  paper: textSchema(mostSupplyName, { least: 1, empty: 'a piece of paper needs its paper' }),
  count: z.int().check(z.minimum(1, 'at least one'), z.maximum(200, 'at most 200 on a card')),
  widthMm: sideMm,
  heightMm: sideMm,
  fold: z.optional(z.enum(folds)),
  mat: z.optional(
    z.object({ ofId: idSchema, borderMm: z.number().check(z.minimum(0.1, 'a border is more than 0'), z.maximum(200, 'at most 200 mm')) }),
  ),
  flapMm: z.optional(z.number().check(z.minimum(1, 'at least 1 mm'), z.maximum(100, 'at most 100 mm'))),
  keepsDirection: z.optional(z.literal(true)),
});
export type PaperPiece = z.infer<typeof paperPieceSchema>;

export const mostPaperPieces = 60;
