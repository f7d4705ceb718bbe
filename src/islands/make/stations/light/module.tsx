import { nameOfColouring } from '#core/make/coloured';
import { pxPerMmOfPicture } from '#core/make/scale';
import { groupsStation } from '../groups/record';
import type { Desk, OverlayProps, Seen, StationModule } from '../station';
import { edgeAt, layStroke, tryStroke, turnEdge } from './light-acts';
import type { LightDeskState } from './light-desk';
import { LightOverlay } from './light-overlay';
import { LightStation } from './light-station';

type Own = Seen & { useDesk: Desk<LightDeskState> };

function Panel({ useDesk, ...seen }: Own) {
  const { useMake, make, picture, table, raster, bands, lamp, go, deskOf } = seen;
  const markers = useMake((state) => state.rack.markers);
  return (
    <LightStation
      {...{ useMake, make, picture, table, raster, bands, markers, lamp }}
      useLight={useDesk}
      onGroups={() => {
        // Its ladders, whatever was open there last.
        deskOf(groupsStation).getState().set({ step: 'ladders' });
        go({ station: 'groups' });
      }}
    />
  );
}

function Overlay({ useDesk, useMake, picture, bands, chosenId, names, width, height }: Own & OverlayProps) {
  return <LightOverlay {...{ useMake, picture, bands, chosenId, names, width, height }} useLight={useDesk} />;
}

export const station: StationModule<LightDeskState> = {
  Panel,
  Overlay,
  stage: (_, { step, radiusMm }) => ({
    tinted: null,
    brushMm: step === 'hand' ? radiusMm : null,
    movesLamp: step !== 'hand',
  }),
  onMove: ({ useMake, useDesk, picture, bands, chosenId }, move, { choose }) => {
    const { step } = useDesk.getState();
    if (step === 'cuts') {
      const place = move.pathMm.at(-1);
      // The bars that are seen, and all edges of what is chosen.
      const seen = bands.edges.filter(({ isCut, elementId }) => isCut || elementId === chosenId);
      const edge = place && edgeAt(seen, place, pxPerMmOfPicture(picture));
      if (edge) return turnEdge(useMake, useDesk, picture.id, edge);
    }
    if (step === 'hand') return layStroke(useMake, useDesk, nameOfColouring(picture), move.pathMm);
    const first = move.labels[0] ?? 0;
    if (first > 0) choose(first);
  },
  onDraw: ({ useMake, useDesk, picture }, pathMm) => tryStroke(useMake, useDesk, nameOfColouring(picture), pathMm),
};
