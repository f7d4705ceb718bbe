import type { Card } from '#model/card';
import { seenSize } from '#core/card/paper-pieces';
import { namedOutline } from '#core/outline/named-shapes';
import type { OutlineMm } from '#core/outline/outline';

/** The front of a card, as it is seen: its size, where it is folded, and the paper of its base (null: nobody said which). */
export type Front = { widthMm: number; heightMm: number; fold: 'left' | 'top'; paper: string | null; baseId: string | null };

/** Sizes of bases that are usual, as they are seen folded, in mm. Common practice, no source; the slim ones from memory. */
export const baseSizes = [
  { name: '105 × 148.5 mm', widthMm: 105, heightMm: 148.5 },
  { name: '148.5 × 105 mm', widthMm: 148.5, heightMm: 105 },
  { name: '4 1/4 × 5 1/2 in', widthMm: 107.95, heightMm: 139.7 },
  { name: '5 1/2 × 4 1/4 in', widthMm: 139.7, heightMm: 107.95 },
  { name: '3 × 8 in', widthMm: 76.2, heightMm: 203.2 },
  { name: '3 1/2 × 8 1/2 in', widthMm: 88.9, heightMm: 215.9 },
] as const;

/** An even border that a panel leaves where nobody said how large the base is. */
const usualBorderMm = 2.5;

/** The front of a card: of its base; where it has none, the panel that its pieces are spread over with an even border, else a quarter of A4. */
export function frontOf({ papers = [], spread }: Pick<Card, 'papers' | 'spread'>): Front {
  const base = papers.find(({ sort }) => sort === 'base');
  const size = base && seenSize(base, papers);
  if (base && size) return { ...size, fold: base.fold ?? 'left', paper: base.paper, baseId: base.id };
  if (spread)
    return {
      ...{ widthMm: spread.widthMm + 2 * usualBorderMm, heightMm: spread.heightMm + 2 * usualBorderMm },
      ...{ fold: 'left', paper: null, baseId: null },
    };
  const { widthMm, heightMm } = baseSizes[0];
  return { widthMm, heightMm, fold: 'left', paper: null, baseId: null };
}

export const outlineOfFront = ({ widthMm, heightMm }: Pick<Front, 'widthMm' | 'heightMm'>): OutlineMm =>
  namedOutline('rectangle', widthMm, heightMm);
