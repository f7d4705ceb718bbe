import type { Desk, Seen, StationModule } from '../station';
import type { CardDeskState } from './card-desk';
import { cardInHand } from './card-in-hand';
import { CardPlace } from './card-place';
import { CardStation } from './card-station';
import { SheetPlace } from './sheet-place';

function Panel({ useMake, make, useDesk }: Seen & { useDesk: Desk<CardDeskState> }) {
  return <CardStation {...{ useMake, make, useDesk }} />;
}

function CardOrSheet(seen: Seen & { useDesk: Desk<CardDeskState> }) {
  const { step, sheet } = seen.useDesk();
  return step === 'paper' && sheet ? <SheetPlace sheet={sheet} /> : <CardPlace {...seen} />;
}

export const station: StationModule<CardDeskState> = {
  Panel,
  Place: CardOrSheet,
  hasPlace: ({ make }, { step, sheet }) => (step === 'place' && cardInHand(make, null) !== null) || (step === 'paper' && sheet !== null),
};
