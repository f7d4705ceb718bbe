import type { Card, CardSpread } from '#model/card';
import type { CardLayout, LayoutItem } from '#model/card-layout';
import type { Make } from '#model/make';
import { boundsMm, movedMm } from '#core/outline/outline';
import type { Spread } from '#core/spread/spread-motifs';
import { firstLayout } from './first-layout';
import { frontOf } from './front';
import { type Beside, laidItem } from './laid';

/** A layout whose pieces lie as they are spread over a panel, that in the middle of the card; papers and windows as to begin with. What is not spread lies as it would to begin with. */
export function layoutOfSpread(
  make: Make,
  card: Card,
  beside: Beside,
  { widthMm, heightMm }: Pick<CardSpread, 'widthMm' | 'heightMm'>,
  { motifs }: Pick<Spread, 'motifs'>,
): Pick<CardLayout, 'items'> {
  const front = frontOf(card);
  const [left, top] = [(front.widthMm - widthMm) / 2, (front.heightMm - heightMm) / 2];
  const waiting = [...motifs];
  const items = firstLayout(make, card, beside).items.map((item): LayoutItem => {
    const { of } = item;
    const place = of.kind === 'piece' ? waiting.findIndex(({ id }) => id === of.pieceId) : -1;
    const motif = waiting[place];
    if (!motif) return item;
    waiting.splice(place, 1);
    const { turnedDeg: _, ...plain } = item;
    const turnedDeg = ((motif.turnedDeg % 360) + 360) % 360;
    const turnedItem: LayoutItem = { ...plain, ...(turnedDeg > 0 ? { turnedDeg } : {}), xMm: 0, yMm: 0 };
    const laid = laidItem(make, card, beside, turnedItem);
    if (!laid) return item;
    // A motif is told by the left top of its box once it is turned.
    const box = boundsMm(movedMm(laid.outline, left, top));
    const round = (mm: number) => Math.round(mm * 1000) / 1000;
    return { ...turnedItem, xMm: round(2 * left + motif.xMm - box.xMm), yMm: round(2 * top + motif.yMm - box.yMm) };
  });
  return { items };
}
