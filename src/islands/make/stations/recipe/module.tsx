import { nameOfColouring } from '#core/make/coloured';
import type { Desk, HandMove, OverlayProps, Seen, StationModule } from '../station';
import { mendWet } from './order-acts';
import type { RecipeDeskState } from './recipe-desk';
import { RecipeStation } from './recipe-station';
import { WaysOverlay } from './ways-overlay';
import { WetAreasOverlay } from './wet-areas-overlay';

type Own = Seen & { useDesk: Desk<RecipeDeskState> };

function Panel({ useMake, make, picture, table, raster, bands, chosenId, useDesk }: Own) {
  const rack = useMake((state) => state.rack);
  const { edit, takeInHand } = useMake.getState();
  return (
    <RecipeStation
      {...{ useMake, make, picture, table, rack, chosenId, edit, useDesk, raster }}
      seen={bands.seen}
      shownNow={raster.lines && bands.paint && bands.isSettled ? { make, picture, paint: bands.paint, lines: raster.lines } : null}
      onChoose={(elementId) => takeInHand(elementId === null ? { kind: 'nothing' } : { kind: 'element', elementId })}
    />
  );
}

function Overlay({ picture, bands, useDesk, width, height }: Own & OverlayProps) {
  const { focus, hasWay, view, heldKey, wetAreas } = useDesk();
  const heldId = heldKey?.startsWith(`${picture.id}/`) ? heldKey.slice(picture.id.length + 1) : null;
  return (
    <>
      <WaysOverlay {...{ picture, width, height }} seen={bands.seen} elementId={hasWay ? (focus?.elementId ?? null) : null} />
      {view === 'order' && <WetAreasOverlay areas={wetAreas} elementId={heldId} widthMm={picture.widthMm} {...{ width, height }} />}
    </>
  );
}

/** What a drag does to the wet areas of the element in hand, in words; null: it is no such drag. */
function mendByHand({ useMake, picture, useDesk }: Own, { gesture, pathMm }: HandMove): string | null {
  const { wetTool, heldKey, view } = useDesk.getState();
  if (view !== 'order' || wetTool === null || !heldKey?.startsWith(`${picture.id}/`)) return null;
  if (gesture === 'tap') return wetTool === 'cut' ? 'Draw across the part that is to be cut.' : 'Draw from one part to the other.';
  const element = picture.elements.find(({ id }) => heldKey === `${picture.id}/${id}`);
  if (!element) return null;
  useMake.getState().edit(mendWet(nameOfColouring(picture), element.id, { kind: wetTool, points: [...pathMm] }));
  return wetTool === 'cut' ? `${element.name} is cut there.` : `What you drew over is one part of ${element.name}.`;
}

export const station: StationModule<RecipeDeskState> = {
  Panel,
  Overlay,
  // While a line is touched its band stands out, and no outline of the element in hand beside it.
  stage: ({ chosenId, picture }, { focus }) => ({
    tinted: null,
    ...(focus ? { chosen: [] } : chosenId === null ? {} : { chosen: picture.elements.find(({ id }) => id === chosenId)?.regionIds ?? [] }),
  }),
  onMove: (seen, move, { say, choose }) => {
    const words = mendByHand(seen, move);
    if (words !== null) return say(words);
    const [first = 0] = move.labels;
    if (first > 0) choose(first);
  },
};
