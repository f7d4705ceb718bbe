import { standingOfPicture } from '#core/scene/standing-of-picture';
import { pictureStation } from '../picture/record';
import type { Desk, OverlayProps, Seen, StageUse, StationModule } from '../station';
import { showNextWhite } from './elements-acts';
import type { ElementsDeskState } from './elements-desk';
import { moveAtElements } from './elements-hand';
import { ElementsOverlay } from './elements-overlay';
import { ElementsStation } from './elements-station';
import { useOpenInside } from './use-open-inside';

type Own = Seen & { useDesk: Desk<ElementsDeskState> };

function Panel({ useDesk, ...seen }: Own) {
  const { useMake, make, picture, table, raster, go, deskOf } = seen;
  const openInside = useOpenInside(raster, table);
  return (
    <ElementsStation
      {...{ useMake, make, picture, table, raster, openInside }}
      useElements={useDesk}
      onMend={() => {
        deskOf(pictureStation).getState().set({ step: 'mend' });
        // An opening may lie anywhere: nothing is faded there.
        useMake.getState().takeInHand({ kind: 'nothing' });
        go({ station: 'picture' });
      }}
    />
  );
}

function Overlay({ useDesk, useMake, picture, table, raster, chosenId, width, height }: Own & OverlayProps) {
  if (!table) return null;
  return <ElementsOverlay {...{ useMake, picture, table, width, height }} useElements={useDesk} labels={raster.labels} heldId={chosenId} />;
}

/** What is tinted together, and what stands out, by the step that is open. */
function tinted({ picture, table }: Own, { step, bodyAt, showing }: ElementsDeskState): Pick<StageUse, 'tinted' | 'chosen'> {
  if (step !== 'bodies' || !table)
    return { tinted: picture.elements.map(({ regionIds }) => regionIds), ...(showing ? { chosen: showing } : {}) };
  const { bodies, bodyOf } = standingOfPicture(picture, table);
  return {
    tinted: bodies.filter(({ regionIds }) => regionIds.length > 1).map(({ regionIds }) => regionIds),
    chosen: (bodyAt === null ? undefined : bodyOf.get(bodyAt)?.regionIds) ?? [],
  };
}

export const station: StationModule<ElementsDeskState> = {
  Panel,
  Overlay,
  stage: (seen, desk) => {
    const { useMake, useDesk, picture, table } = seen;
    return {
      ...tinted(seen, desk),
      brushMm: desk.step === 'spots' ? desk.spotRadiusMm : null,
      blink: desk.blink,
      keys: {
        'alt+w': () => showNextWhite(useMake, useDesk, picture, table),
        escape: () => {
          useDesk.getState().set({ asks: null });
          useMake.getState().takeInHand({ kind: 'nothing' });
        },
      },
      keyWords: ', letters name the element in hand, Escape puts it down, Alt+W shows the next white area',
      enterWords: 'works on the one you stand on',
    };
  },
  onMove: ({ useMake, useDesk, picture, table }, move, { say }) => {
    const { blink, set } = useDesk.getState();
    if (blink) set({ blink: null });
    if (table) say(moveAtElements(useMake, useDesk, { picture, table }, move) ?? '');
  },
};
