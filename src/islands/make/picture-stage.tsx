import { useMemo, useState } from 'react';
import type { DistantLamp } from '#model/lamp';
import type { Make } from '#model/make';
import type { Picture } from '#model/picture';
import type { Station } from '#core/make/progress';
import { nextRegion } from '#core/picture/walk';
import { Lamp } from '#ui/lamp.tsx';
import { type PictureLayers, PictureView } from '#ui/picture-view.tsx';
import type { Nearness } from '#ui/zoom-stage.tsx';
import { paintRegionMarks, type RegionMark } from '#ui/region-overlay.ts';
import { gather } from './gather';
import type { MakeStore } from './make-store';
import type { Bands } from './use-bands';
import type { Raster } from './use-raster';

type Props = {
  useMake: MakeStore;
  make: Make;
  picture: Picture | undefined;
  raster: Raster;
  bands: Bands;
  station: Station;
  lamp: DistantLamp;
  nearness: Nearness;
};

/** Which regions are marked at a station: all that is gathered while elements are named, else only what the hand touches. */
function marksOf(picture: Picture, station: Station, elementInHand: string | null, touched: readonly number[]): Map<number, RegionMark> {
  const marks = new Map<number, RegionMark>();
  if (station === 'elements') {
    const labelOf = new Map((picture.regionMap?.regions ?? []).map(({ id, label }) => [id, label]));
    for (const element of picture.elements) {
      for (const id of element.regionIds) marks.set(labelOf.get(id) ?? 0, element.id === elementInHand ? 'inHand' : 'gathered');
    }
  }
  for (const label of touched) marks.set(label, 'touched');
  marks.delete(0);
  return marks;
}

function regionWords(picture: Picture, regionId: string): string {
  const regions = picture.regionMap?.regions ?? [];
  const index = regions.findIndex(({ id }) => id === regionId);
  const region = regions[index];
  if (!region) return '';
  const owner = picture.elements.find(({ regionIds }) => regionIds.includes(regionId));
  return `Area ${index + 1} of ${regions.length}, ${(region.areaMm2 / 100).toFixed(2)} cm², ${owner ? owner.name : 'still white'}`;
}

/** The picture in its place, at every station; where elements and groups are chosen it answers taps, drags and keys. */
export function PictureStage({ useMake, make, picture, raster, bands, station, lamp, nearness }: Props) {
  const { hand, cursorRegionId, focusTurn, edit, takeInHand, setCursor, moveLamp, settleLamp } = useMake();
  const [touched, setTouched] = useState<number[]>([]);
  const [said, setSaid] = useState('');
  const gathers = station === 'elements' || station === 'groups';
  const elementInHand = hand.kind === 'element' ? hand.elementId : null;

  const layers = useMemo((): PictureLayers | null => {
    if (!picture || !raster.lines) return null;
    const { widthPx, heightPx } = picture.grey;
    const marks =
      raster.labels && gathers
        ? paintRegionMarks(raster.labels, widthPx, heightPx, marksOf(picture, station, elementInHand, touched))
        : null;
    const at = gathers ? picture.regionMap?.regions.find(({ id }) => id === cursorRegionId) : undefined;
    const pxPerMm = widthPx / picture.widthMm;
    return {
      widthPx,
      heightPx,
      lines: raster.lines,
      paint: station === 'picture' || station === 'elements' ? null : bands.paint,
      marks,
      cursor: at ? [at.insideMm[0] * pxPerMm, at.insideMm[1] * pxPerMm] : null,
    };
  }, [picture, raster, bands.paint, station, gathers, elementInHand, touched, cursorRegionId]);

  if (!picture || !layers) return <div className="min-h-[48dvh] lg:min-h-80" />;

  const onGather = (labels: number[], gesture: 'tap' | 'sweep') => {
    const result = gather(picture, hand, labels, gesture, () => crypto.randomUUID());
    if (!result) return;
    edit(...result.operations);
    takeInHand(result.hand);
    setSaid(result.said);
  };
  const cursorLabel = picture.regionMap?.regions.find(({ id }) => id === cursorRegionId)?.label;

  return (
    <div className="relative min-h-0 lg:h-full" data-bands={bands.paint ? 'shown' : 'none'}>
      <PictureView
        layers={layers}
        labels={raster.labels}
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
        onTouch={gathers ? setTouched : undefined}
        onWalk={(direction) => {
          const next = nextRegion(picture.regionMap?.regions ?? [], cursorRegionId, direction);
          if (!next) return;
          setCursor(next.id);
          setSaid(regionWords(picture, next.id));
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
