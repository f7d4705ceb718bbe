import type { Desk, Seen, StationModule } from '../station';
import type { CardDeskState } from './card-desk';
import { cardInHand } from './card-in-hand';
import { CardPlace } from './card-place';
import { CardStation } from './card-station';
import { LayoutPlace } from './layout/layout-place';
import { TogetherPlace } from './layout/together-place';
import { cardToLay } from './layout/use-card-look';
import { SheetPlace } from './sheet-place';

function Panel({ useMake, make, useDesk }: Seen & { useDesk: Desk<CardDeskState> }) {
  return <CardStation {...{ useMake, make, useDesk }} />;
}

function CardOrSheet(seen: Seen & { useDesk: Desk<CardDeskState> }) {
  const { step, sheet } = seen.useDesk();
  if (step === 'layout') return <LayoutPlace {...seen} />;
  if (step === 'together') return <TogetherPlace {...seen} />;
  return step === 'paper' && sheet ? <SheetPlace sheet={sheet} /> : <CardPlace {...seen} />;
}

export const station: StationModule<CardDeskState> = {
  Panel,
  Place: CardOrSheet,
  hasPlace: ({ make }, { step, sheet }) =>
    (step === 'place' && cardInHand(make, null) !== null) ||
    (step === 'paper' && sheet !== null) ||
    ((step === 'layout' || step === 'together') && cardToLay(make, null) !== null),
};
