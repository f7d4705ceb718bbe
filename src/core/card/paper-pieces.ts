import type { Card } from '#model/card';
import type { PaperPiece } from '#model/card-paper';

/** A line along which a piece is scored, from its left (x) or its top (y), in mm. */
export type ScoreLine = { axis: 'x' | 'y'; atMm: number };
/** A piece of paper as it is cut: flat, with its score lines. */
export type FlatPiece = { piece: PaperPiece; name: string; widthMm: number; heightMm: number; scores: ScoreLine[] };

const twoPlaces = (mm: number): number => Math.round(mm * 10_000) / 10_000;

/** How large a piece is seen: that of a mat follows from what it lies behind, also of a mat of a mat. Null: what it lies behind is gone. */
export function seenSize(piece: PaperPiece, all: readonly PaperPiece[], depth = 0): { widthMm: number; heightMm: number } | null {
  if (!piece.mat) return { widthMm: piece.widthMm, heightMm: piece.heightMm };
  const { ofId, borderMm } = piece.mat;
  const of = all.find(({ id }) => id === ofId);
  // A mat of itself, over others, has no size.
  const inner = of && depth < all.length ? seenSize(of, all, depth + 1) : null;
  return inner && { widthMm: twoPlaces(inner.widthMm + 2 * borderMm), heightMm: twoPlaces(inner.heightMm + 2 * borderMm) };
}

/** The pieces of paper of a card as they are cut: a base unfolded with its fold scored, a flap with its strip; `gone`: mats of what is not there. */
export function flatPieces({ papers = [] }: Pick<Card, 'papers'>): { flat: FlatPiece[]; gone: PaperPiece[] } {
  const gone: PaperPiece[] = [];
  const flat = papers.flatMap((piece): FlatPiece[] => {
    const size = seenSize(piece, papers);
    if (!size) {
      gone.push(piece);
      return [];
    }
    const name = piece.name || piece.sort;
    const { widthMm, heightMm } = size;
    if (piece.sort === 'base')
      return piece.fold === 'top'
        ? [{ piece, name, widthMm, heightMm: twoPlaces(2 * heightMm), scores: [{ axis: 'y', atMm: heightMm }] }]
        : [{ piece, name, widthMm: twoPlaces(2 * widthMm), heightMm, scores: [{ axis: 'x', atMm: widthMm }] }];
    const flapMm = piece.flapMm ?? 0;
    return [
      {
        ...{ piece, name, widthMm, heightMm: twoPlaces(heightMm + flapMm) },
        scores: flapMm > 0 ? [{ axis: 'y', atMm: flapMm }] : [],
      },
    ];
  });
  return { flat, gone };
}

/** An even border that a piece leaves on another one, in mm; null: it is not even, or it is larger. */
export function evenBorderMm(inner: { widthMm: number; heightMm: number }, outer: { widthMm: number; heightMm: number }): number | null {
  const [beside, below] = [(outer.widthMm - inner.widthMm) / 2, (outer.heightMm - inner.heightMm) / 2];
  return beside >= 0 && Math.abs(beside - below) < 0.01 ? twoPlaces(beside) : null;
}

/** Room for tape on a flap: so much wider than the tape that it does not show. Common practice, no source: 3/8 in for 1/4 in tape. */
const tapeMarginMm = 3.175;
export const flapForTape = (tapeMm: number): number => tapeMm + tapeMarginMm;
