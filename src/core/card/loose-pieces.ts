import type { Make } from '#model/make';
import type { PieceRow } from '#model/piece-row';

/** So many of one row are shared out at the most: what is above is more of the same. */
const mostLoose = 2000;

/** The loose pieces of a make as they are counted: a row that lies on cards has as many pieces as all cards take of it. */
export function loosePieces({ pieceRows = [], cards = [] }: Pick<Make, 'pieceRows' | 'cards'>): (PieceRow & { isOnCards: boolean })[] {
  return pieceRows.map((row) => {
    const onCards = cards
      .flatMap(({ copies, pieces }) =>
        pieces.map(({ image, count, isTwoSided }) =>
          image.kind === 'row' && image.rowId === row.id ? copies * count * (isTwoSided ? 2 : 1) : 0,
        ),
      )
      .reduce((sum, count) => sum + count, 0);
    return { ...row, count: onCards > 0 ? Math.min(mostLoose, onCards) : row.count, isOnCards: onCards > 0 };
  });
}
