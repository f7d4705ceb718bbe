import type { Card } from '#model/card';
import type { CardLayout, LaidOf } from '#model/card-layout';
import type { Make } from '#model/make';
import { formatLength, type LengthUnit } from '#core/card/lengths';
import { imageName } from '#core/card/needs-of-make';
import { boundsMm } from '#core/outline/outline';
import { type Beside, laidItem, notLaid } from './laid';

/** What would fill a room of a card. `isThere`: it lies ready; else it is one more impression, or one more piece to cut. */
export type Filler = { name: string; of: LaidOf | null; sizeMm: number; isThere: boolean; words: string };

/** Less of a room looks lost in it. */
const leastShare = 0.35;
const mostFillers = 6;

/** What would fill a round room: pieces of the card that are not laid down yet, offcuts that are kept (trimmed), else one more impression of what is on the card; what fills it best comes first. */
export function fillGap(
  make: Make,
  card: Card,
  beside: Beside,
  layout: Pick<CardLayout, 'items'>,
  room: { sizeMm: number },
  unit: LengthUnit,
): Filler[] {
  const sizeOf = (of: LaidOf): { name: string; sizeMm: number; isWindow: boolean } | null => {
    const laid = laidItem(make, card, beside, { id: 'l', of, xMm: 0, yMm: 0 });
    if (!laid) return null;
    const { widthMm, heightMm } = boundsMm(laid.outline);
    return { name: laid.name, sizeMm: Math.hypot(widthMm, heightMm), isWindow: laid.sort === 'window' };
  };
  const fits = (sizeMm: number) => sizeMm <= room.sizeMm * 1.05 && sizeMm >= leastShare * room.sizeMm;
  const ready = notLaid(card, layout).flatMap(({ of, more }): Filler[] => {
    const own = sizeOf(of);
    return own && !own.isWindow && fits(own.sizeMm) ? [{ ...own, of, isThere: true, words: `${more} not laid down yet` }] : [];
  });
  const offcuts = beside.supplies.flatMap(({ kind, name, offcuts: kept = [] }) =>
    kind !== 'paper'
      ? []
      : kept.flatMap(({ widthMm, heightMm }): Filler[] => {
          const side = Math.min(widthMm, heightMm, room.sizeMm / Math.SQRT2);
          if (side < leastShare * room.sizeMm * Math.SQRT1_2) return [];
          return [
            {
              name: `a piece of ${name}`,
              of: null,
              sizeMm: side * Math.SQRT2,
              isThere: true,
              words: `trimmed from an offcut of ${formatLength(widthMm, unit)} × ${formatLength(heightMm, unit)}`,
            },
          ];
        }),
  );
  const again = card.pieces.flatMap((piece): Filler[] => {
    const of: LaidOf = { kind: 'piece', pieceId: piece.id };
    const own = sizeOf(of);
    if (!own || own.isWindow || !fits(own.sizeMm) || ready.some((one) => one.of?.kind === 'piece' && one.of.pieceId === piece.id))
      return [];
    const what = piece.image.kind === 'plain' ? 'one more to cut' : 'one more impression';
    return [{ ...own, name: imageName(make, piece) ?? own.name, of, isThere: false, words: what }];
  });
  const best = (fillers: readonly Filler[]) => fillers.toSorted((one, other) => other.sizeMm - one.sizeMm);
  return [...best(ready), ...best(offcuts).slice(0, 2), ...best(again)].slice(0, mostFillers);
}
