import type { Card } from '#model/card';
import type { DrawerItem } from '#model/drawer';
import type { Make } from '#model/make';
import { maskOutline } from '#core/outline/mask';
import type { OutlineMm } from '#core/outline/outline';
import { shapeOfPiece } from './motifs-of-card';
import { imageName } from './needs-of-make';

/** A mask of a card. `place`: of its piece, 1 is the front; `isBack`: turned over, for the other side of a piece that is seen from both. */
export type CardMask = { pieceId: string; name: string; place: number; isBack: boolean; outline: OutlineMm };

/**
 * The masks of a card: one for every piece in front of another, in the order of its pieces, the front first; the last one has nothing behind it that it has to be kept from. A piece seen from both sides has
 * one more, turned over. A turned mask mirrors its outline, never the stamped image. Common practice, no source.
 */
export function masksOfCard(make: Make, drawer: readonly DrawerItem[], { pieces }: Pick<Card, 'pieces'>): CardMask[] {
  const seen = pieces.filter(({ cut }) => cut.by !== 'window');
  return seen.slice(0, -1).flatMap((piece, index) => {
    const shape = shapeOfPiece(make, drawer, piece);
    if (!shape) return [];
    return (piece.isTwoSided ? [false, true] : [false]).flatMap((isBack): CardMask[] => {
      const outline = maskOutline(shape.outline, { isBack });
      return outline ? [{ pieceId: piece.id, name: imageName(make, piece) ?? 'a piece', place: index + 1, isBack, outline }] : [];
    });
  });
}
