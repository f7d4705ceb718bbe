import { distanceToSegment } from '#core/raster/near-path';
import { useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { ColouredPicture } from '#model/coloured-picture';
import { wholeOriginal } from '#model/preparation';
import type { PlaceMm } from '#model/reading';
import type { Opening } from '#model/region-table';
import type { IndexedTable } from '#core/make/region-tables';
import { thinnedOut } from '#core/raster/thinned-path';
import { greyOfRegions } from '#core/picture/grey-map';
import { openingsLeft } from '#core/picture/openings-left';
import { CutOutView } from '#ui/picture/cut-out-view.tsx';
import { Button } from '#ui/controls/button.tsx';
import { type MendMark, MendView } from '#ui/picture/mend-view.tsx';
import { NameTags } from '#ui/words/name-tags.tsx';
import { ProgressNotice } from '#ui/words/notice.tsx';
import type { Nearness } from '#ui/picture/zoom-stage.tsx';
import type { Seen } from '../station';
import type { DeskStep, DeskStore } from './desk-store';
import { NamesButton, tagsOf } from '../../picture/element-names';
import { closeOpenings, putMend } from './mend-edits';
import { chosenRegions, useVeil } from '../../picture/use-picture-layers';
import type { LiveReading } from '../../picture/use-reading';

type Props = Pick<Seen, 'useMake' | 'reading' | 'picture' | 'table' | 'raster' | 'originalPx'> & { useDesk: DeskStore; nearness: Nearness };

/** Greys of the regions: neighbours differ, the chosen one is hatched, paper is white. */
function shadesOf({ table, byId }: IndexedTable, labels: Uint16Array, chosenId: string | null): ImageData {
  const { widthPx, heightPx, regions, borders } = table;
  const number = (id: string | null) => (id === null ? 0 : (byId.get(id)?.label ?? 0));
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

/** Most points of a stroke that is kept as the hand made it. */
const mostTouchPoints = 400;
/** A tap closes an opening within this reach. */
const takeReachMm = 1.8;

/** The opening that a tap means: the nearest within reach. */
function nearestOpening(openings: readonly Opening[], place: PlaceMm): Opening | undefined {
  return openings
    .map((opening) => ({ opening, apart: distanceToSegment(...place, opening.fromMm, opening.toMm) }))
    .filter(({ apart }) => apart < takeReachMm)
    .sort((one, other) => one.apart - other.apart)[0]?.opening;
}

type FootProps = { finding: LiveReading['finding']; said: string; chosen: string | undefined; onPutDown: () => void };

function DeskFoot({ finding, said, chosen, onPutDown }: FootProps) {
  return (
    <>
      {/* In the room round the picture: it pushes nothing that is under a finger. */}
      {finding && 'share' in finding && <ProgressNotice words={finding.stage} share={finding.share} />}
      <p role="status" aria-live="polite" data-desk-said>
        {said}
      </p>
      {chosen !== undefined && (
        <Button weight="quiet" onClick={onPutDown}>
          Put {chosen} down
        </Button>
      )}
    </>
  );
}

type Marked = { step: DeskStep; openings: readonly Opening[]; marked: number | null };

/** Mends, and the openings that may be closed, as they are drawn over the picture. */
function useMendMarks(picture: ColouredPicture, { step, openings, marked }: Marked): MendMark[] {
  return useMemo((): MendMark[] => {
    if (step === 'lines' || step === 'cutOut') return [];
    const mends = picture.mends.flatMap((mend): MendMark[] => {
      if (mend.kind === 'join' || mend.kind === 'paper') return [];
      // A touch that is still being read shows as the hand made it.
      if (mend.kind === 'touch') return mend.points.length > 1 ? [{ id: mend.id, points: mend.points, look: 'line' }] : [];
      return [{ id: mend.id, points: mend.points, look: mend.kind }];
    });
    if (step !== 'mend') return mends;
    const offered = openings.map(
      ({ fromMm, toMm }, index): MendMark => ({
        id: `proposal ${index}`,
        points: [fromMm, toMm],
        look: 'proposal',
        isMarked: index === marked,
      }),
    );
    return [...offered, ...mends];
  }, [picture.mends, openings, step, marked]);
}

type HandOf = Pick<Props, 'useMake' | 'useDesk' | 'picture' | 'table'> & { labels: Uint16Array | null; openings: readonly Opening[] };

/** What a tap or stroke does on the desk: chooses an area to measure, takes an opening, or mends. */
function deskHand({ useMake, useDesk, picture, table, labels, openings }: HandOf): (points: PlaceMm[]) => void {
  const { edit } = useMake.getState();
  const { step, tool, set } = useDesk.getState();
  const choose = ([x, y]: PlaceMm) => {
    if (!table || !labels) return;
    const { widthPx, heightPx } = table.table;
    const column = Math.min(widthPx - 1, Math.floor((x / picture.widthMm) * widthPx));
    const row = Math.min(heightPx - 1, Math.floor((y / picture.heightMm) * heightPx));
    set({ measuredRegionId: table.byLabel.get(labels[row * widthPx + column] ?? 0)?.id ?? null });
  };
  return (points: PlaceMm[]) => {
    const first = points[0];
    if (!first) return;
    set({ crosshair: points.at(-1) ?? first, loupeAt: points.at(-1) ?? first });
    if (step === 'measures') return choose(points.at(-1) ?? first);
    if (step !== 'mend') return;
    if (points.length === 1) {
      const near = nearestOpening(openings, first);
      if (near) {
        edit(() => closeOpenings(picture.id, [near]));
        set({ said: 'Opening closed.', markedOpening: null });
        return;
      }
    }
    if (!picture.regionMap) return set({ said: 'The areas are not found yet.' });
    // Kept at once as the hand made it; the reading says what it means.
    const stroke = points.length > 1 ? thinnedOut(points, 0.05, mostTouchPoints) : points;
    edit(() => [putMend(picture.id, { kind: 'touch', id: crypto.randomUUID(), tool, points: stroke })]);
    set({ said: 'Mended.' });
  };
}

/** The picture at its own station: cut out, read, mended and measured. */
export function PictureDesk({ useMake, useDesk, reading, picture, table, raster, originalPx, nearness }: Props) {
  // Not where the loupe looks: that moves with every move of the hand.
  const state = useDesk(useShallow(({ loupeAt: _, ...rest }) => rest));
  const { step, penDownAt, set } = state;
  const openings = useMemo(() => openingsLeft(table?.table.openings ?? [], picture.mends), [table, picture.mends]);
  const { hand, showsNames, showNames, takeInHand } = useMake(
    useShallow((all) => ({
      hand: all.hand,
      showsNames: all.showsNames,
      showNames: all.showNames,
      takeInHand: all.takeInHand,
    })),
  );
  const chosenId = hand.kind === 'element' ? hand.elementId : null;
  const veil = useVeil(table, raster.labels, chosenRegions(picture, chosenId));
  const crosshair: PlaceMm = state.crosshair ?? [picture.widthMm / 2, picture.heightMm / 2];
  const chosen = step === 'measures' ? state.measuredRegionId : null;
  const shades = useMemo(
    () =>
      raster.labels && table && raster.labels.length === table.table.widthPx * table.table.heightPx && step !== 'lines'
        ? shadesOf(table, raster.labels, chosen)
        : null,
    [raster.labels, table, step, chosen],
  );
  const marks = useMendMarks(picture, { step, openings, marked: state.markedOpening });

  if (step === 'cutOut') {
    if (!originalPx) return <div />;
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
  const marked = step === 'mend' && state.markedOpening !== null ? openings[state.markedOpening] : undefined;
  const pointedAt: PlaceMm | null = marked ? [(marked.fromMm[0] + marked.toMm[0]) / 2, (marked.fromMm[1] + marked.toMm[1]) / 2] : null;
  if (!raster.lines) return <div />;

  const use = deskHand({ useMake, useDesk, picture, table, labels: raster.labels, openings });

  return (
    <div className="relative h-full min-h-0" data-chosen={chosenId ?? ''} data-veil={veil ? 'shown' : 'none'}>
      <MendView
        widthMm={picture.widthMm}
        heightMm={picture.heightMm}
        widthPx={picture.grey.widthPx}
        heightPx={picture.grey.heightPx}
        lines={raster.lines}
        shades={shades}
        veil={veil}
        marks={marks}
        cueBoxes={step === 'lines' ? [] : (table?.table.cues ?? []).map(({ boundsMm }) => boundsMm)}
        crosshair={crosshair}
        penDownAt={penDownAt}
        label={`${picture.name}: arrow keys move the pen, Enter taps, Space puts the pen down and lifts it`}
        nearness={nearness}
        reveal={pointedAt ?? crosshair}
        foot={
          <DeskFoot
            finding={reading.finding}
            said={state.said}
            chosen={picture.elements.find(({ id }) => id === chosenId)?.name}
            onPutDown={() => takeInHand({ kind: 'nothing' })}
          />
        }
        buttons={<NamesButton isOn={showsNames} onTurn={showNames} />}
        over={(width, height) => (
          <NameTags
            tags={table ? tagsOf(picture, table, { all: showsNames, chosenId, pointedId: null }) : []}
            width={width}
            height={height}
          />
        )}
        onCrosshair={(place) => set({ crosshair: place, loupeAt: place })}
        onHover={(place) => set({ loupeAt: place })}
        onTap={(place) => use([place])}
        onStroke={use}
        onPen={() => {
          if (!penDownAt) return set({ penDownAt: crosshair, said: 'Pen down.' });
          set({ penDownAt: null });
          use([penDownAt, crosshair]);
        }}
      />
    </div>
  );
}
