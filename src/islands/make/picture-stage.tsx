import { useCallback, useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { DistantLamp } from '#model/lamp';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { labelsOf, ownersOf, pictureById } from '#core/make/picture-lookup';
import type { Station } from '#core/make/progress';
import type { IndexedTable } from '#core/make/region-tables';
import { nextRegion } from '#core/picture/walk';
import { Lamp } from '#ui/lamp.tsx';
import { type PictureLayers, PictureView } from '#ui/picture-view.tsx';
import type { Nearness } from '#ui/zoom-stage.tsx';
import { paintRegionMarks, type RegionMark } from '#ui/region-overlay.ts';
import { type Gathering, gather } from './gather';
import type { MakeStore } from './make-store';
import type { Bands } from './use-bands';
import type { Raster } from './use-raster';

type Props = {
  useMake: MakeStore;
  make: Make;
  picture: Picture | undefined;
  table: IndexedTable | undefined;
  raster: Raster;
  bands: Bands;
  station: Station;
  lamp: DistantLamp;
  nearness: Nearness;
};

/** Which regions are marked while elements are named: all that is gathered, those of the element in hand by themselves. */
function marksOf({ elements }: Picture, table: IndexedTable, elementInHand: string | null): Map<number, RegionMark> {
  const marks = new Map<number, RegionMark>();
  for (const element of elements) {
    for (const label of labelsOf(element, table)) marks.set(label, element.id === elementInHand ? 'inHand' : 'gathered');
  }
  return marks;
}

function regionWords(picture: Picture, table: IndexedTable, regionId: string): string {
  const region = table.byId.get(regionId);
  if (!region) return '';
  const owner = ownersOf(picture).get(regionId);
  const of = `Area ${table.numberOf.get(regionId)} of ${table.table.regions.length}`;
  return `${of}, ${(region.areaMm2 / 100).toFixed(2)} cm², ${owner ? owner.name : 'still white'}`;
}

/** The picture in its place, at every station; where elements and groups are chosen it answers taps, drags and keys. */
export function PictureStage({ useMake, make, picture, table, raster, bands, station, lamp, nearness }: Props) {
  const { hand, cursorRegionId, focusTurn, edit, takeInHand, setCursor, moveLamp, settleLamp } = useMake(
    useShallow((state) => ({
      hand: state.hand,
      cursorRegionId: state.cursorRegionId,
      focusTurn: state.focusTurn,
      edit: state.edit,
      takeInHand: state.takeInHand,
      setCursor: state.setCursor,
      moveLamp: state.moveLamp,
      settleLamp: state.settleLamp,
    })),
  );
  const [said, setSaid] = useState('');
  const gathers = (station === 'elements' || station === 'groups') && table !== undefined;
  const elementInHand = hand.kind === 'element' ? hand.elementId : null;
  const { labels } = raster;

  // The marks are large: they are painted anew only when an element, the hand or the station is another.
  const elements = picture?.elements;
  const marks = useMemo(() => {
    if (!elements || !table || !labels || station !== 'elements') return null;
    const { widthPx, heightPx } = table.table;
    return labels.length === widthPx * heightPx
      ? paintRegionMarks(labels, widthPx, heightPx, marksOf({ elements } as Picture, table, elementInHand))
      : null;
  }, [elements, table, labels, station, elementInHand]);
  const layers = useMemo((): PictureLayers | null => {
    if (!picture || !raster.lines) return null;
    const { widthPx, heightPx } = picture.grey;
    const at = gathers && cursorRegionId !== null ? table?.byId.get(cursorRegionId) : undefined;
    const pxPerMm = widthPx / picture.widthMm;
    return {
      widthPx,
      heightPx,
      lines: raster.lines,
      paint: station === 'picture' || station === 'elements' ? null : bands.paint,
      marks,
      cursor: at ? [at.insideMm[0] * pxPerMm, at.insideMm[1] * pxPerMm] : null,
    };
  }, [picture, table, raster.lines, bands.paint, station, gathers, marks, cursorRegionId]);
  const boxOf = useCallback(
    (label: number): readonly [number, number, number, number] | undefined => {
      const region = table?.byLabel.get(label);
      const pxPerMm = table ? table.table.widthPx / table.table.frame.widthMm : 0;
      return region && (region.boundsMm.map((mm) => mm * pxPerMm) as [number, number, number, number]);
    },
    [table],
  );

  if (!picture || !layers) return <div className="min-h-[48dvh] lg:min-h-80" />;

  const onGather = (touched: number[], gesture: 'tap' | 'sweep') => {
    if (!table) return;
    let result: Gathering | null = null;
    // What the tap means is asked of the make as it is then, and again should it change under the hand.
    const operations = (newest: Make): Operation[] | null => {
      const now = pictureById(newest, picture.id);
      result = now ? gather(now, table, useMake.getState().hand, touched, gesture, () => crypto.randomUUID()) : null;
      return result?.operations ?? null;
    };
    edit(operations);
    const gathered = result as Gathering | null;
    if (!gathered) return;
    takeInHand(gathered.hand);
    setSaid(gathered.said);
  };
  const cursorLabel = cursorRegionId === null ? undefined : table?.byId.get(cursorRegionId)?.label;

  return (
    <div className="relative min-h-0 lg:h-full" data-bands={bands.paint ? 'shown' : 'none'}>
      <PictureView
        layers={layers}
        labels={labels}
        label={
          gathers
            ? `${picture.name}: arrow keys walk over its areas, Enter gathers the one you stand on`
            : `${picture.name}, ${picture.elements.length} elements, light ${Math.round(lamp.azimuthDeg)} degrees round`
        }
        focusTurn={focusTurn}
        // The lamp stands round the whole picture.
        nearness={station === 'light' ? null : nearness}
        foot={
          <p role="status" aria-live="polite">
            {said}
          </p>
        }
        onGather={gathers ? onGather : undefined}
        boxOf={gathers ? boxOf : undefined}
        onWalk={(direction) => {
          const next = nextRegion(table?.table.regions ?? [], cursorRegionId, direction);
          if (!next || !table) return;
          setCursor(next.id);
          setSaid(regionWords(picture, table, next.id));
        }}
        onPressCursor={() => {
          if (cursorLabel) onGather([cursorLabel], 'tap');
        }}
        over={(width, height) =>
          station === 'picture' ? null : (
            <Lamp
              lamp={lamp}
              width={width}
              height={height}
              onMove={station === 'light' ? moveLamp : undefined}
              onSettle={station === 'light' ? settleLamp : undefined}
            />
          )
        }
      />
      <span className="sr-only">{make.name}</span>
    </div>
  );
}
