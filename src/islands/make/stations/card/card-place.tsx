import { useEffect, useMemo } from 'react';
import type { DrawerItem } from '#model/drawer';
import { colourwaysOfSpread } from '#core/card/colourways-of-spread';
import { spreadRequest } from '#core/card/motifs-of-card';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import type { Desk, Seen } from '../station';
import type { CardDeskState } from './card-desk';
import { cardInHand } from './card-in-hand';
import { SpreadDrawing } from './spread-drawing';
import { useSpreads } from './use-laid-out';

const noItems: DrawerItem[] = [];

/** In the picture's place: the panel of a card with its pieces where they lie. */
export function CardPlace({ make, useDesk }: Pick<Seen, 'make'> & { useDesk: Desk<CardDeskState> }) {
  const { cardId, set } = useDesk();
  const drawer = useDrawer((state) => state.drawer)?.items ?? noItems;
  const inHand = cardInHand(make, cardId);
  const request = inHand && spreadRequest(make, drawer, inHand.card, inHand.spread);
  const { answers, isSettled, problem } = useSpreads(request ? [request] : []);
  const found = answers?.[0] ?? null;
  useEffect(() => set({ spread: { answers, isSettled, problem } }), [answers, isSettled, problem, set]);
  const colourways = useMemo(
    () => (inHand && found && isSettled ? colourwaysOfSpread(make, inHand.card, inHand.spread, found) : null),
    [make, inHand, found, isSettled],
  );
  if (!inHand) return null;
  return (
    <div className="flex h-full items-center justify-center p-4" data-card-place={inHand.card.name}>
      {found ? (
        <SpreadDrawing {...{ make, drawer, found, colourways }} card={inHand.card} spread={inHand.spread} />
      ) : (
        <p role="status">Laying them down …</p>
      )}
    </div>
  );
}
