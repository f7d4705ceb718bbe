import { useEffect, useMemo } from 'react';
import type { Card } from '#model/card';
import type { CardLayout } from '#model/card-layout';
import type { DrawerItem } from '#model/drawer';
import type { Lab } from '#model/marker';
import type { Make } from '#model/make';
import type { Supply } from '#model/supplies';
import { layoutInHand } from '#core/layout/first-layout';
import { type Front, frontOf } from '#core/layout/front';
import { type Height, heightsOf } from '#core/layout/heights';
import { type Beside, type Laid, laidOut } from '#core/layout/laid';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { useSupplies } from '#islands/shared/supplies-store.ts';

const noItems: DrawerItem[] = [];
const noPapers: Supply[] = [];

/** A card as it is laid out: where everything lies, how high, and beside what. */
export type CardLook = {
  card: Card;
  beside: Beside;
  front: Front;
  layout: CardLayout;
  laid: readonly Laid[];
  heights: ReadonlyMap<string, Height>;
};

/** The drawer, papers and inks: read when a station needs them. */
export function useBeside(): Beside {
  const drawer = useDrawer((state) => state.drawer)?.items ?? noItems;
  const supplies = useSupplies((state) => state.supplies)?.supplies ?? noPapers;
  return useMemo(() => ({ drawer, supplies }), [drawer, supplies]);
}

/** A card that has something to lay out: a piece or a paper; the one that is asked for, else the first. */
export function cardToLay({ cards = [] }: Make, cardId: string | null): Card | null {
  const filled = cards.filter(({ pieces, papers = [] }) => pieces.length > 0 || papers.length > 0);
  return filled.find(({ id }) => id === cardId) ?? filled[0] ?? null;
}

/** @param layoutId another than the one in hand. */
export function useCardLook(make: Make, card: Card, layoutId: string | null = null): CardLook {
  const beside = useBeside();
  return useMemo(() => {
    const layout = (layoutId !== null && card.layouts?.find(({ id }) => id === layoutId)) || layoutInHand(make, card, beside);
    const laid = laidOut(make, card, beside, layout);
    return { card, beside, front: frontOf(card), layout, laid, heights: heightsOf(laid) };
  }, [make, card, beside, layoutId]);
}

/** Where a picture of a make is painted as it will look. */
export function lookAddress(makeId: string, { pictureId, colouringId }: { pictureId: string; colouringId: string | undefined }): string {
  return `/api/makes/${makeId}/thumbnail?${new URLSearchParams({ picture: pictureId, ...(colouringId ? { colouring: colouringId } : {}) })}`;
}

const known = new Map<string, Lab>();

/** Mean colours of laid pictures as they will look, within their outlines; told as they come. */
export function useTones(make: Make, laid: readonly Laid[], onTones: (tones: ReadonlyMap<string, Lab>) => void): void {
  const asked = laid.flatMap((own) =>
    own.picture
      ? [{ itemId: own.item.id, address: lookAddress(make.id, own.picture), frame: own.picture, outline: own.piece, laid: own }]
      : [],
  );
  // What a tone depends on: the picture as it is now, and what is cut out of it.
  const key = asked.map(({ itemId, address, laid: own }) => `${itemId} ${address} ${own.piece?.cut.by} ${own.outline.length}`).join('\n');
  // biome-ignore lint/correctness/useExhaustiveDependencies: tones are told by their key and by the make they are painted from.
  useEffect(() => {
    let isOff = false;
    void (async () => {
      const { meanTone } = await import('./mean-tone');
      const tones = new Map<string, Lab>();
      for (const { itemId, address, laid: own } of asked) {
        const of = `${address} ${JSON.stringify(make.pictures.find(({ id }) => id === own.picture?.pictureId)?.colourings)}`;
        try {
          const tone = known.get(of) ?? (await meanTone(address, own));
          if (tone) {
            known.set(of, tone);
            tones.set(itemId, tone);
          }
        } catch (error) {
          // What cannot be painted now is not judged by its colour.
          console.error(`${own.name} is not judged by its colour.`, error);
        }
        if (isOff) return;
      }
      onTones(tones);
    })();
    return () => {
      isOff = true;
    };
  }, [key, make.pictures]);
}
