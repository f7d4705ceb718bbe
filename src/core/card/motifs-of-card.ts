import type { Card, CardPiece, CardSpread } from '#model/card';
import type { Die, DrawerItem } from '#model/drawer';
import type { Make } from '#model/make';
import { namedOutline } from '#core/outline/named-shapes';
import { movedTo, type OutlineMm } from '#core/outline/outline';
import { atHand } from './at-hand';
import { drawnById } from './needs-of-make';

/** The silhouette of a piece, and the frame of its image where it has one: the outline lies in that frame. */
export type PieceShape = { outline: OutlineMm; picture: { id: string; sha256: string; widthMm: number; heightMm: number } | null };

/** The shape of a piece: of its die, or as it was traced for the blade, or of the die that goes with its image, else the box of its image or words; null: what it shows is gone. */
export function shapeOfPiece(
  make: Make,
  drawer: readonly DrawerItem[],
  { image, cut }: Pick<CardPiece, 'image' | 'cut'>,
): PieceShape | null {
  // An opening lies in the base, not on a panel.
  if (cut.by === 'window') return null;
  const own = cut.by === 'die' ? drawnById(make, 'die', cut.drawnId) : undefined;
  if (image.kind === 'plain' || image.kind === 'row') return own ? { outline: own.outline, picture: null } : null;
  if (image.kind === 'words') {
    const words = drawnById(make, 'words', image.drawnId);
    if (!words && !own) return null;
    return { outline: own?.outline ?? namedOutline('rectangle', words?.widthMm ?? 1, words?.heightMm ?? 1), picture: null };
  }
  const picture = make.pictures.find(({ id }) => id === image.pictureId);
  if (!picture) return own ? { outline: own.outline, picture: null } : null;
  const { widthMm, heightMm } = picture;
  const goesWith = (die: Die | undefined) => die?.imageSha256 === picture.original.sha256;
  const dies = atHand(make, drawer, 'die');
  const die = own && !goesWith(own) ? own : (own ?? dies.find(goesWith));
  const frame = { id: picture.id, sha256: picture.grey.sha256, widthMm, heightMm };
  // A die that is of no image lies over the middle of it, wherever that is: only its shape counts.
  if (die && !goesWith(die)) return { outline: die.outline, picture: null };
  const traced = cut.by === 'hand' ? cut.outline : undefined;
  return { outline: traced ?? die?.outline ?? namedOutline('rectangle', widthMm, heightMm), picture: frame };
}

/** A panel of usual size (a quarter of A4 with an even border), all pieces of the card on it. */
export const usualSpread = ({ pieces }: Pick<Card, 'pieces'>): CardSpread => ({
  ...{ widthMm: 100, heightMm: 143.5, gapMm: 2, seed: 1 },
  pieceIds: pieces.map(({ id }) => id),
});

/** What is asked of spreadMotifs for a card: each piece as often as it lies on it. */
export function spreadRequest(make: Make, drawer: readonly DrawerItem[], { pieces }: Pick<Card, 'pieces'>, spread: CardSpread) {
  const { widthMm, heightMm, free, gapMm, seed, pieceIds } = spread;
  const motifs = pieces.flatMap((piece) => {
    const shape = pieceIds.includes(piece.id) ? shapeOfPiece(make, drawer, piece) : null;
    return shape ? [{ id: piece.id, outline: shape.outline, count: piece.count }] : [];
  });
  const inMiddle =
    free && movedTo(namedOutline('oval', free.widthMm, free.heightMm), (widthMm - free.widthMm) / 2, (heightMm - free.heightMm) / 2);
  return { panel: namedOutline('rectangle', widthMm, heightMm), ...(inMiddle ? { free: [inMiddle] } : {}), motifs, gapMm, seed };
}
