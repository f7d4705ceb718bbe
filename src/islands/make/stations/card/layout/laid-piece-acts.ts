import type { CardPiece } from '#model/card';
import type { CardLayout } from '#model/card-layout';
import type { Operation } from '#model/operation';
import { layoutInHand } from '#core/layout/first-layout';
import { type Beside, laidOut } from '#core/layout/laid';
import { lampForHere, lampOfCard } from '#core/layout/light-agrees';
import { shadowAsOutside } from '#core/layout/shadow-outside';
import { putOutside, usualHalo } from '#core/scene/outside-edits';
import { colouringOf } from '#core/make/coloured';
import { copyOfRow } from '#core/make/copy-picture';
import { pictureById } from '#core/make/picture-lookup';
import { freshName } from '#core/make/fresh-name';
import { type CardEdit, changeCard } from '../card-acts';

import { cardById, withStanding } from './layout-acts';

/** Mirrors the image of a laid piece left to right: a printed one. Of several equal ones only this one, as a piece of its own. */
export const mirrorItem =
  (cardId: string, beside: Beside, itemId: string, newId: string): CardEdit =>
  (newest) => {
    const card = cardById(newest, cardId);
    const layout = card && layoutInHand(newest, card, beside);
    const of = layout?.items.find(({ id }) => id === itemId)?.of;
    const piece = of?.kind === 'piece' ? card?.pieces.find(({ id }) => id === of.pieceId) : undefined;
    if (!card || !layout || !piece) return [];
    const turnedOver = ({ isMirrored, ...own }: CardPiece): CardPiece => (isMirrored ? own : { ...own, isMirrored: true });
    if (piece.count === 1)
      return changeLayoutAndPieces(
        cardId,
        beside,
        (own) => own,
        (pieces) => pieces.map((own) => (own.id === piece.id ? turnedOver(own) : own)),
      )(newest);
    return changeLayoutAndPieces(
      cardId,
      beside,
      (own) => ({
        ...own,
        items: own.items.map((item) => (item.id === itemId ? { ...item, of: { kind: 'piece', pieceId: newId } } : item)),
      }),
      (pieces) =>
        pieces.flatMap((own) =>
          own.id === piece.id
            ? [
                { ...own, count: own.count - 1 },
                { ...turnedOver(own), id: newId, count: 1 },
              ]
            : [own],
        ),
    )(newest);
  };

const changeLayoutAndPieces =
  (
    cardId: string,
    beside: Beside,
    change: (layout: CardLayout) => CardLayout,
    pieces: (now: readonly CardPiece[]) => CardPiece[],
  ): CardEdit =>
  (newest) =>
    withStanding(
      newest,
      beside,
      cardId,
      changeCard(cardId, (card) => {
        const now = layoutInHand(newest, card, beside);
        const next = change(now);
        return {
          ...card,
          pieces: pieces(card.pieces),
          layoutId: next.id,
          layouts: (card.layouts ?? [now]).map((own) => (own.id === now.id ? next : own)),
        };
      }),
    );

/** Colours a laid piece anew for where it lies: a copy of its colouring with the lamp of the card as it falls on it there. Of several equal pieces only this one gets it. */
export const shadeAnew =
  (cardId: string, beside: Beside, itemId: string, lampDeg: number, ids: { colouring: string; piece: string }): CardEdit =>
  (newest) => {
    const card = cardById(newest, cardId);
    const of = card && layoutInHand(newest, card, beside).items.find(({ id }) => id === itemId)?.of;
    const piece = of?.kind === 'piece' ? card?.pieces.find(({ id }) => id === of.pieceId) : undefined;
    const image = piece?.image;
    const picture = image?.kind === 'picture' ? pictureById(newest, image.pictureId) : undefined;
    if (!card || !piece || image?.kind !== 'picture' || !picture) return [];
    const colouring = colouringOf(picture, image.colouringId);
    const { name, ...copied } = copyOfRow('colouring', colouring, () => crypto.randomUUID());
    const row = {
      ...copied,
      ...{ id: ids.colouring, lamp: lampForHere(lampOfCard(newest, card), lampDeg) },
      name: freshName(
        `${name ?? 'Colouring'} as it lies`,
        picture.colourings.map((own) => own.name ?? ''),
        { most: 60, from: 1 },
      ),
    };
    const coloured: CardPiece['image'] = { ...image, colouringId: ids.colouring };
    const put: Operation = { kind: 'put', entity: 'colouring', pictureId: picture.id, row, index: picture.colourings.length };
    const edit =
      piece.count === 1
        ? changeLayoutAndPieces(
            cardId,
            beside,
            (own) => own,
            (pieces) => pieces.map((own) => (own.id === piece.id ? { ...own, image: coloured } : own)),
          )
        : changeLayoutAndPieces(
            cardId,
            beside,
            (own) => ({
              ...own,
              items: own.items.map((item) => (item.id === itemId ? { ...item, of: { kind: 'piece', pieceId: ids.piece } } : item)),
            }),
            (pieces) =>
              pieces.flatMap((own) =>
                own.id === piece.id
                  ? [
                      { ...own, count: own.count - 1 },
                      { ...own, id: ids.piece, count: 1, image: coloured },
                    ]
                  : [own],
              ),
          );
    return [put, ...edit(newest)];
  };

/** Colours the halo of a laid picture, or the shadow that it throws on its ground, with it: as an element of its own, whose marks the recipe has. */
export const colourAround =
  (cardId: string, beside: Beside, itemId: string, kind: 'halo' | 'ground', id: string): CardEdit =>
  (newest) => {
    const card = cardById(newest, cardId);
    const laid = card ? laidOut(newest, card, beside, layoutInHand(newest, card, beside)) : [];
    const own = laid.find(({ item }) => item.id === itemId);
    const picture = pictureById(newest, own?.picture?.pictureId);
    if (!card || !own || !picture) return [];
    const outside = kind === 'halo' ? usualHalo : shadowAsOutside(lampOfCard(newest, card), laid, own);
    return outside ? putOutside(picture, outside, id) : [];
  };
