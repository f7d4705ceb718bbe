import type { Desk, Seen, StationModule } from '../station';
import type { ColourDeskState } from './colour-desk';
import { ColourStation } from './colour-station';

function Panel({ useMake, make, picture, useDesk }: Seen & { useDesk: Desk<ColourDeskState> }) {
  return <ColourStation {...{ useMake, make, picture, useDesk }} />;
}

export const station: StationModule<ColourDeskState> = { Panel };
