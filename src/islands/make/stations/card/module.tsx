import type { Desk, Seen, StationModule } from '../station';
import type { CardDeskState } from './card-desk';
import { cardInHand } from './card-in-hand';
import { CardPlace } from './card-place';
import { CardStation } from './card-station';

function Panel({ useMake, make, useDesk }: Seen & { useDesk: Desk<CardDeskState> }) {
  return <CardStation {...{ useMake, make, useDesk }} />;
}

export const station: StationModule<CardDeskState> = {
  Panel,
  Place: CardPlace,
  hasPlace: ({ make }, { step }) => step === 'place' && cardInHand(make, null) !== null,
};
