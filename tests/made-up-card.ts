import type { Card, CardPiece } from '#model/card';
import type { LayoutItem } from '#model/card-layout';
import type { PaperPiece } from '#model/card-paper';
import type { Die, Words } from '#model/drawer';
import type { Make } from '#model/make';
import type { Supply } from '#model/supplies';
import { newMake } from '#core/make/new-make';
import { frontOf } from '#core/layout/front';
import { heightsOf } from '#core/layout/heights';
import { type Beside, laidOut } from '#core/layout/laid';
import type { OutlineMm } from '#core/outline/outline';

import { madeUpColoured } from './made-up-make';

const placesOf = (outline: OutlineMm) => outline.map(([x, y]): [number, number] => [x, y]);
export const dieOf = (id: string, outline: OutlineMm): Die => ({
  id,
  kind: 'die',
  does: 'cuts',
  name: `Die ${id}`,
  outline: placesOf(outline),
});
export const wordsOf = (id: string, widthMm: number, heightMm: number, ink?: string): Words => ({
  ...{ id, kind: 'words', name: `Words ${id}`, widthMm, heightMm },
  ...(ink ? { ink } : {}),
});
export const paperOf = (
  id: string,
  sort: PaperPiece['sort'],
  widthMm: number,
  heightMm: number,
  more: Partial<PaperPiece> = {},
): PaperPiece => ({
  ...{ id, sort, paper: 'Snowdrift', count: 1, widthMm, heightMm },
  ...more,
});
const { colouring, ...plain } = madeUpColoured({ elements: [] });

export const pieceOf = (id: string, more: Partial<CardPiece> = {}): CardPiece => ({
  ...{ id, image: { kind: 'plain' }, cut: { by: 'die', drawnId: id }, count: 1 },
  ...more,
});
export const kitePiece = (more: Partial<CardPiece> = {}): CardPiece =>
  pieceOf('kite', { image: { kind: 'picture', pictureId: 'p', colouringId: 'c' }, cut: { by: 'hand', rim: 'tight', rimMm: 0 }, ...more });
export const at = (id: string, of: LayoutItem['of'], xMm: number, yMm: number, more: Partial<LayoutItem> = {}): LayoutItem => ({
  ...{ id, of, xMm, yMm },
  ...more,
});
export const pieceAt = (pieceId: string, xMm: number, yMm: number, more: Partial<LayoutItem> = {}): LayoutItem =>
  at(`at-${pieceId}`, { kind: 'piece', pieceId }, xMm, yMm, more);

export const noneBeside: Beside = { drawer: [], supplies: [] };
export const inkOf = (name: string, hex: string, kind: Supply['kind'] = 'line ink'): Supply => ({ id: name, kind, name, hex });

/** A make of one picture, 50 x 40 mm, with a card of 100 x 140 mm on which things lie as said. */
export function madeUpCard(
  card: Partial<Card>,
  { drawn = [], items, ...more }: Partial<Make> & { items?: LayoutItem[] } = {},
  beside: Beside = noneBeside,
) {
  const whole: Card = {
    ...{ id: 'card', name: 'The card', copies: 1, pieces: [], papers: [paperOf('base', 'base', 100, 140)] },
    ...(items ? { layouts: [{ id: 'l', name: 'Layout 1', items }], layoutId: 'l' } : {}),
    ...card,
  };
  const picture = { ...plain, id: 'p', name: 'Kite', widthMm: 50, heightMm: 40, colourings: [{ ...colouring, id: 'c' }] };
  const make: Make = {
    ...newMake({ id: 'm', name: 'm' }),
    ...{ pictures: [picture as Make['pictures'][number]], cards: [whole], drawn },
    ...more,
  };
  const laid = laidOut(make, whole, beside, { items: items ?? [] });
  return { make, card: whole, beside, front: frontOf(whole), laid, heights: heightsOf(laid), tones: new Map(), unit: 'mm' as const };
}

/** Area in mm2 of a box by counting the pixels whose middle is counted, so many to a mm. */
export function countPlainly(
  { xMm, yMm, widthMm, heightMm }: { xMm: number; yMm: number; widthMm: number; heightMm: number },
  isCounted: (x: number, y: number) => boolean,
  perMm = 4,
): number {
  let count = 0;
  for (let row = 0; row < heightMm * perMm; row++)
    for (let column = 0; column < widthMm * perMm; column++)
      if (isCounted(xMm + (column + 0.5) / perMm, yMm + (row + 0.5) / perMm)) count++;
  return count / perMm ** 2;
}
