import type { Seen, StationModule } from '../station';
import { RecipeStation } from './recipe-station';

function Panel({ useMake, make, picture, table, chosenId }: Seen) {
  const rack = useMake((state) => state.rack);
  const { edit, takeInHand } = useMake.getState();
  return (
    <RecipeStation
      {...{ make, picture, table, rack, chosenId, edit }}
      onChoose={(elementId) => takeInHand(elementId === null ? { kind: 'nothing' } : { kind: 'element', elementId })}
    />
  );
}

export const station: StationModule<object> = { Panel };
