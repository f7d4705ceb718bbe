import type { PieceRow } from '#model/piece-row';
import { shareOut } from './share-out';

/** Pieces in a row: each lies beside the next. */
const inRow = (count: number) => Array.from({ length: count - 1 }, (_, place) => [place, place + 1] as const);

/** Which of its ladders each piece of a row gets, none beside one alike; a problem where that cannot be. */
export function layRow({ count, ladders, seed }: Pick<PieceRow, 'count' | 'ladders' | 'seed'>): ReturnType<typeof shareOut> {
  return shareOut({ neighbours: inRow(count), count, kinds: ladders.length, seed });
}
