import type { Desk, OverlayProps, Seen, StationModule } from '../station';
import type { RecipeDeskState } from './recipe-desk';
import { RecipeStation } from './recipe-station';
import { WaysOverlay } from './ways-overlay';

type Own = Seen & { useDesk: Desk<RecipeDeskState> };

function Panel({ useMake, make, picture, table, bands, chosenId, useDesk }: Own) {
  const rack = useMake((state) => state.rack);
  const { edit, takeInHand } = useMake.getState();
  return (
    <RecipeStation
      {...{ useMake, make, picture, table, rack, chosenId, edit, useDesk }}
      seen={bands.seen}
      onChoose={(elementId) => takeInHand(elementId === null ? { kind: 'nothing' } : { kind: 'element', elementId })}
    />
  );
}

function Overlay({ picture, bands, useDesk, width, height }: Own & OverlayProps) {
  const { focus, hasWay } = useDesk();
  return <WaysOverlay {...{ picture, width, height }} seen={bands.seen} elementId={hasWay ? (focus?.elementId ?? null) : null} />;
}

export const station: StationModule<RecipeDeskState> = {
  Panel,
  Overlay,
  // While a line is touched its band stands out, and no outline of the element in hand beside it.
  stage: ({ chosenId, picture }, { focus }) => ({
    tinted: null,
    ...(focus ? { chosen: [] } : chosenId === null ? {} : { chosen: picture.elements.find(({ id }) => id === chosenId)?.regionIds ?? [] }),
  }),
};
