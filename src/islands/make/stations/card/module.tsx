import type { Desk, Seen, StationModule } from '../station';
import type { CardDeskState } from './card-desk';
import { CardStation } from './card-station';

function Panel({ useMake, make, picture, useDesk }: Seen & { useDesk: Desk<CardDeskState> }) {
  return <CardStation {...{ useMake, make, picture, useDesk }} />;
}

export const station: StationModule<CardDeskState> = { Panel };
