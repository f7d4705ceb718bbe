import type { Card, CardSpread } from '#model/card';
import { type CardLayout, type LaidOf, type LayoutItem, mostItems, mostLayouts } from '#model/card-layout';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import { firstLayout, layoutInHand } from '#core/layout/first-layout';
import { layoutOfSpread } from '#core/layout/from-spread';
import { frontOf } from '#core/layout/front';
import type { Spread } from '#core/spread/spread-motifs';
import { type Beside, laidOut } from '#core/layout/laid';
import { standingOnCard } from '#core/layout/standing-on-card';
import { freshName } from '#core/make/fresh-name';
import { type CardEdit, changeCard } from '../card-acts';

/** The cards as operations leave them; undefined: they leave them alone. */
const cardsAfter = (operations: readonly Operation[]): readonly Card[] | undefined =>
  operations.flatMap((own) => (own.kind === 'patch' && own.entity === 'make' && own.fields.cards ? [own.fields.cards] : [])).at(-1);

export const cardById = ({ cards = [] }: Make, cardId: string): Card | undefined => cards.find(({ id }) => id === cardId);

/** A card as an edit leaves it, with its pictures standing beside each other as they lie on it: that is where a near lamp and the scene see them. */
export function withStanding(newest: Make, beside: Beside, cardId: string, edit: CardEdit): Operation[] {
  const operations = edit(newest);
  const cards = cardsAfter(operations);
  const next = cards ? { ...newest, cards: [...cards] } : newest;
  const card = cardById(next, cardId);
  if (!card) return operations;
  const moved = standingOnCard(next, card, laidOut(next, card, beside, layoutInHand(next, card, beside)));
  return [
    ...operations,
    ...moved.map(({ pictureId, atMm }): Operation => ({ kind: 'patch', entity: 'picture', id: pictureId, fields: { standsAtMm: atMm } })),
  ];
}

/** Changes the layout of a card that is in hand; where none is kept yet, the one to begin with is kept then. */
export const changeLayout =
  (cardId: string, beside: Beside, change: (layout: CardLayout, card: Card) => CardLayout): CardEdit =>
  (newest) =>
    withStanding(
      newest,
      beside,
      cardId,
      changeCard(cardId, (card) => {
        const now = layoutInHand(newest, card, beside);
        const next = change(now, card);
        const layouts = card.layouts ?? [now];
        return { ...card, layoutId: next.id, layouts: layouts.map((own) => (own.id === now.id ? next : own)) };
      }),
    );

const changeItems = (cardId: string, beside: Beside, change: (items: readonly LayoutItem[], card: Card) => LayoutItem[]): CardEdit =>
  changeLayout(cardId, beside, (layout, card) => ({ ...layout, items: change(layout.items, card).slice(0, mostItems) }));

export const changeItem = (cardId: string, beside: Beside, itemId: string, change: (item: LayoutItem) => LayoutItem): CardEdit =>
  changeItems(cardId, beside, (items) => items.map((item) => (item.id === itemId ? change(item) : item)));

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** Moves a thing; a window is moved by where it is cut. */
export const moveItem =
  (cardId: string, beside: Beside, itemId: string, [xMm, yMm]: readonly [number, number]): CardEdit =>
  (newest) => {
    const card = cardById(newest, cardId);
    const item = card && layoutInHand(newest, card, beside).items.find(({ id }) => id === itemId);
    const { of } = item ?? {};
    const piece = of?.kind === 'piece' ? card?.pieces.find(({ id }) => id === of.pieceId) : undefined;
    const at = { xMm: tenth(xMm), yMm: tenth(yMm) };
    if (!card || piece?.cut.by !== 'window') return changeItem(cardId, beside, itemId, (own) => ({ ...own, ...at }))(newest);
    const { widthMm, heightMm } = frontOf(card);
    const offset = { xMm: tenth(xMm - widthMm / 2), yMm: tenth(yMm - heightMm / 2) };
    return changeCard(cardId, (own) => ({
      ...own,
      pieces: own.pieces.map((one) => (one.id === piece.id && one.cut.by === 'window' ? { ...one, cut: { ...one.cut, ...offset } } : one)),
    }))(newest);
  };

export const turnItem = (cardId: string, beside: Beside, itemId: string, deg: number): CardEdit =>
  changeItem(cardId, beside, itemId, ({ turnedDeg: _, ...item }) => {
    const turnedDeg = (((Math.round(deg * 10) / 10) % 360) + 360) % 360;
    return turnedDeg === 0 ? item : { ...item, turnedDeg };
  });

/** Everything that is no paper, and lies on the front, moved together. */
export const shiftPieces = (cardId: string, beside: Beside, rightMm: number, downMm: number): CardEdit =>
  changeItems(cardId, beside, (items) =>
    items.map((item) =>
      item.face === 'inside' || item.of.kind === 'paper' || item.of.kind === 'tie'
        ? item
        : { ...item, xMm: tenth(item.xMm + rightMm), yMm: tenth(item.yMm + downMm) },
    ),
  );

/** A thing one further to the front (1) or the back (−1), or before all others. */
export const sendItem = (cardId: string, beside: Beside, itemId: string, by: 1 | -1 | 'front'): CardEdit =>
  changeItems(cardId, beside, (items) => {
    const place = items.findIndex(({ id }) => id === itemId);
    const own = items[place];
    if (!own) return [...items];
    const rest = items.toSpliced(place, 1);
    return rest.toSpliced(by === 'front' ? rest.length : Math.max(0, Math.min(rest.length, place + by)), 0, own);
  });

export const takeAway = (cardId: string, beside: Beside, itemId: string): CardEdit =>
  changeItems(cardId, beside, (items) => items.filter(({ id }) => id !== itemId));

/** Lays a thing down. A piece that is there less often than it then lies is there once more. */
export const layDown =
  (cardId: string, beside: Beside, of: LaidOf, at: readonly [number, number], id: string, more: Pick<LayoutItem, 'face'> = {}): CardEdit =>
  (newest) => {
    const edit = changeLayout(cardId, beside, (layout) => ({
      ...layout,
      items: [...layout.items, { id, of, xMm: tenth(at[0]), yMm: tenth(at[1]), ...more }].slice(0, mostItems),
    }));
    const after = edit(newest);
    const cards = cardsAfter(after);
    const card = cards?.find((own) => own.id === cardId);
    if (!cards || !card || (of.kind !== 'piece' && of.kind !== 'paper')) return after;
    const laid = layoutInHand({ ...newest, cards: [...cards] }, card, beside).items.filter((item) =>
      of.kind === 'piece'
        ? item.of.kind === 'piece' && item.of.pieceId === of.pieceId
        : item.of.kind === 'paper' && item.of.paperId === of.paperId,
    ).length;
    const counted = {
      ...card,
      pieces: card.pieces.map((piece) =>
        of.kind === 'piece' && piece.id === of.pieceId && piece.count < laid ? { ...piece, count: laid } : piece,
      ),
      ...(card.papers
        ? {
            papers: card.papers.map((paper) =>
              of.kind === 'paper' && paper.id === of.paperId && paper.count < laid ? { ...paper, count: laid } : paper,
            ),
          }
        : {}),
    };
    const rest = after.filter((own) => !(own.kind === 'patch' && own.entity === 'make' && own.fields.cards));
    return [{ kind: 'patch', entity: 'make', fields: { cards: cards.map((own) => (own.id === cardId ? counted : own)) } }, ...rest];
  };

/** Keeps the layout in hand as another version and goes on with that one. @param without what does not lie in the new one. */
export const keepVersion =
  (cardId: string, beside: Beside, id: string, without: string | null = null): CardEdit =>
  (newest) =>
    changeCard(cardId, (card) => {
      const now = layoutInHand(newest, card, beside);
      const layouts = card.layouts ?? [now];
      if (layouts.length >= mostLayouts) return card;
      const name = freshName(
        'Layout',
        layouts.map((own) => own.name),
        { most: 60, from: layouts.length + 1 },
      );
      return { ...card, layoutId: id, layouts: [...layouts, { id, name, items: now.items.filter((item) => item.id !== without) }] };
    })(newest);

export const chooseVersion = (cardId: string, beside: Beside, id: string): CardEdit =>
  changeLayoutOnly(cardId, beside, (card) => ({ ...card, layoutId: id }));

export const throwVersionAway = (cardId: string, beside: Beside, id: string): CardEdit =>
  changeLayoutOnly(cardId, beside, ({ layouts = [], layoutId: _, ...card }) => {
    const left = layouts.filter((own) => own.id !== id);
    return left.length > 0 ? { ...card, layouts: left, layoutId: left[0]?.id ?? id } : card;
  });

const changeLayoutOnly =
  (cardId: string, beside: Beside, change: (card: Card) => Card): CardEdit =>
  (newest) =>
    withStanding(newest, beside, cardId, changeCard(cardId, change));

/** Lays all down anew as it would be to begin with. */
export const layAnew =
  (cardId: string, beside: Beside): CardEdit =>
  (newest) =>
    changeLayout(cardId, beside, (layout, card) => ({ ...layout, items: firstLayout(newest, card, beside).items }))(newest);

/** A finding that the maker does not mind on this card, or minds again. */
export const mindFinding = (cardId: string, findingId: string, isMinded: boolean): CardEdit =>
  changeCard(cardId, ({ dismissed = [], ...card }) => {
    const next = isMinded
      ? dismissed.filter((id) => id !== findingId)
      : [...dismissed.filter((id) => id !== findingId), findingId].slice(-500);
    return next.length > 0 ? { ...card, dismissed: next } : card;
  });

/** Lays the pieces down as they are spread over a panel. */
export const layAsSpread =
  (cardId: string, beside: Beside, spread: Pick<CardSpread, 'widthMm' | 'heightMm'>, found: Pick<Spread, 'motifs'>): CardEdit =>
  (newest) =>
    changeLayout(cardId, beside, (layout, card) => ({ ...layout, ...layoutOfSpread(newest, card, beside, spread, found) }))(newest);
