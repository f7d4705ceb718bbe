import * as z from 'zod/mini';
import { idSchema, regionIdSchema } from './id';

/** What the maker says of a border: which of its two regions lies in front, or (null) neither. Its id is that of the pair (frontId). */
export const frontSchema = z.object({
  id: idSchema,
  between: z.tuple([regionIdSchema, regionIdSchema]),
  front: z.nullable(regionIdSchema),
});
export type Front = z.infer<typeof frontSchema>;

/** Name of a pair of regions, the same whichever comes first, so that a border has one row at the most. */
export function frontId(first: string, second: string): string {
  const isInOrder = Number(first.slice(1)) < Number(second.slice(1));
  return isInOrder ? `${first}-${second}` : `${second}-${first}`;
}
