import { useMemo } from 'react';
import type { Picture } from '#model/picture';
import { wholeOriginal } from '#model/preparation';
import type { PlaceMm } from '#model/reading';
import { greyOfRegions } from '#core/picture/grey-map';
import { CutOutView } from '#ui/cut-out-view.tsx';
import { type MendMark, MendView } from '#ui/mend-view.tsx';
import type { Nearness } from '#ui/zoom-stage.tsx';
import type { DeskStore } from './desk-store';
import type { Raster } from './use-raster';
import type { ReadingDesk } from './use-reading';

type Props = {
  useDesk: DeskStore;
  desk: ReadingDesk;
  picture: Picture;
  raster: Raster;
  originalPx: { widthPx: number; heightPx: number } | null;
  nearness: Nearness;
};

/** Greys of the regions: neighbours differ, the chosen one is hatched, paper is white. */
function shadesOf(picture: Picture, labels: Uint16Array, chosenId: string | null): ImageData {
  const { widthPx = 1, heightPx = 1, regions = [], borders = [] } = picture.regionMap ?? {};
  const labelOf = new Map(regions.map(({ id, label }) => [id, label]));
  const number = (id: string | null) => (id === null ? 0 : (labelOf.get(id) ?? 0));
  const greys = greyOfRegions(
    regions.reduce((most, { label }) => Math.max(most, label), 0),
    borders.map(({ between }) => [number(between[0]), number(between[1])] as const),
  );
  const chosen = number(chosenId);
  const image = new ImageData(widthPx, heightPx);
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i] as number;
    const onHatch = chosen > 0 && label === chosen && ((i % widthPx) + Math.floor(i / widthPx)) % 14 < 4;
    const grey = onHatch ? 90 : (greys[label] ?? 255);
    image.data[4 * i] = grey;
    image.data[4 * i + 1] = grey;
    image.data[4 * i + 2] = grey;
    image.data[4 * i + 3] = 255;
  }
  return image;
}

const segmentDistance = ([x, y]: PlaceMm, [x1, y1]: PlaceMm, [x2, y2]: PlaceMm): number => {
  const lengthSquared = (x2 - x1) ** 2 + (y2 - y1) ** 2;
  const along = lengthSquared === 0 ? 0 : Math.max(0, Math.min(1, ((x - x1) * (x2 - x1) + (y - y1) * (y2 - y1)) / lengthSquared));
  return Math.hypot(x - x1 - along * (x2 - x1), y - y1 - along * (y2 - y1));
};
/** A tap takes a proposal within this reach. */
const takeReachMm = 1.8;

/** The picture at its own station: cut out, read, mended and measured. */
export function PictureDesk({ useDesk, desk, picture, raster, originalPx, nearness }: Props) {
  const state = useDesk();
  const { step, tool, penDownAt, set } = state;
  const crosshair: PlaceMm = state.crosshair ?? [picture.widthMm / 2, picture.heightMm / 2];
  const chosen = step === 'measures' ? state.measuredRegionId : null;
  const shades = useMemo(
    () => (raster.labels && picture.regionMap && step !== 'lines' ? shadesOf(picture, raster.labels, chosen) : null),
    [raster.labels, picture, step, chosen],
  );
  const marks = useMemo((): MendMark[] => {
    if (step === 'lines' || step === 'cutOut') return [];
    const mends = desk.reading.mends.flatMap((mend): MendMark[] =>
      mend.kind === 'join' || mend.kind === 'paper' ? [] : [{ id: mend.id, points: mend.points, look: mend.kind }],
    );
    if (step !== 'mend') return mends;
    const proposals = desk.proposals.map(
      ({ from, to }, index): MendMark => ({
        id: `proposal ${index}`,
        points: [from, to],
        look: 'proposal',
        isMarked: index === state.markedProposal,
      }),
    );
    return [...proposals, ...mends];
  }, [desk.reading, desk.proposals, step, state.markedProposal]);

  if (step === 'cutOut') {
    if (!originalPx) return <div className="min-h-[48dvh] lg:min-h-80" />;
    return (
      <CutOutView
        preview={`/api/originals/${picture.original.sha256}/preview`}
        originalWidthPx={originalPx.widthPx}
        originalHeightPx={originalPx.heightPx}
        corners={state.corners ?? (picture.preparation ?? wholeOriginal).corners}
        ruler={state.ruler}
        onCorners={(corners) => set({ corners })}
        onRuler={(ruler) => set({ ruler })}
      />
    );
  }
  const marked = step === 'mend' && state.markedProposal !== null ? desk.proposals[state.markedProposal] : undefined;
  const pointedAt: PlaceMm | null = marked ? [(marked.from[0] + marked.to[0]) / 2, (marked.from[1] + marked.to[1]) / 2] : null;
  if (!raster.lines) return <div className="min-h-[48dvh] lg:min-h-80" />;

  const choose = ([x, y]: PlaceMm) => {
    const map = picture.regionMap;
    if (!map || !raster.labels) return;
    const column = Math.min(map.widthPx - 1, Math.floor((x / picture.widthMm) * map.widthPx));
    const row = Math.min(map.heightPx - 1, Math.floor((y / picture.heightMm) * map.heightPx));
    const label = raster.labels[row * map.widthPx + column];
    set({ measuredRegionId: map.regions.find((region) => region.label === label)?.id ?? null });
  };
  const use = async (points: PlaceMm[]) => {
    const first = points[0];
    if (!first) return;
    set({ crosshair: points.at(-1) ?? first, loupeAt: points.at(-1) ?? first });
    if (step === 'measures') return choose(points.at(-1) ?? first);
    if (step !== 'mend') return;
    if (points.length === 1) {
      const near = desk.proposals
        .map(({ from, to }) => ({ from, to, apart: segmentDistance(first, from, to) }))
        .filter(({ apart }) => apart < takeReachMm)
        .sort((one, other) => one.apart - other.apart)[0];
      if (near) {
        const { from, to } = near;
        desk.readAgain({
          ...desk.reading,
          mends: [...desk.reading.mends, { kind: 'closing', id: crypto.randomUUID(), points: [from, to] }],
        });
        set({ said: 'Opening closed.', markedProposal: null });
        return;
      }
    }
    const refusal = await desk.mend(tool, points);
    set({ said: refusal ?? 'Mended.' });
  };

  return (
    <div className="relative min-h-0 lg:h-full">
      <MendView
        widthMm={picture.widthMm}
        heightMm={picture.heightMm}
        widthPx={picture.grey.widthPx}
        heightPx={picture.grey.heightPx}
        lines={raster.lines}
        shades={shades}
        marks={marks}
        cueBoxes={step === 'lines' ? [] : (picture.regionMap?.cues ?? []).map(({ boundsMm }) => boundsMm)}
        crosshair={crosshair}
        penDownAt={penDownAt}
        label={`${picture.name}: arrow keys move the pen, Enter taps, Space puts the pen down and lifts it`}
        nearness={nearness}
        reveal={pointedAt ?? crosshair}
        foot={
          <p role="status" aria-live="polite" data-desk-said>
            {state.said}
          </p>
        }
        onCrosshair={(place) => set({ crosshair: place, loupeAt: place })}
        onHover={(place) => set({ loupeAt: place })}
        onTap={(place) => void use([place])}
        onStroke={(points) => void use(points)}
        onPen={() => {
          if (!penDownAt) return set({ penDownAt: crosshair, said: 'Pen down.' });
          set({ penDownAt: null });
          void use([penDownAt, crosshair]);
        }}
      />
    </div>
  );
}
