import { useCallback, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { DistantLamp } from '#model/lamp';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Element, Picture } from '#model/picture';
import { ownersOf, pictureById } from '#core/make/picture-lookup';
import type { Station } from '#core/make/progress';
import type { IndexedTable } from '#core/make/region-tables';
import { nextRegion } from '#core/picture/walk';
import { Lamp } from '#ui/lamp.tsx';
import { NameTags } from '#ui/name-tags.tsx';
import { PictureView } from '#ui/picture-view.tsx';
import type { Nearness } from '#ui/zoom-stage.tsx';
import { NamesButton, tagsOf } from './element-names';
import { type Gathering, gather } from './gather';
import { ladderWords } from './ladder-words';
import type { MakeStore } from './make-store';
import type { Bands } from './use-bands';
import { usePictureLayers } from './use-picture-layers';
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

function regionWords(picture: Picture, table: IndexedTable, regionId: string): string {
  const region = table.byId.get(regionId);
  if (!region) return '';
  const owner = ownersOf(picture).get(regionId);
  const of = `Area ${table.numberOf.get(regionId)} of ${table.table.regions.length}`;
  return `${of}, ${(region.areaMm2 / 100).toFixed(2)} cm², ${owner ? owner.name : 'still white'}`;
}

function elementWords({ name, ladder }: Element): string {
  return `${name}: ${ladder ? ladderWords(ladder) : 'no ladder yet'}`;
}

/** Does with the touched areas what is in hand, to the make as it is then. */
function collected(
  useMake: MakeStore,
  { picture, table }: { picture: Picture; table: IndexedTable },
  touched: number[],
  gesture: 'tap' | 'sweep',
): Gathering | null {
  let result: Gathering | null = null;
  // What the tap means is asked of the make as it is then, and again should it change under the hand.
  const operations = (newest: Make): Operation[] | null => {
    const now = pictureById(newest, picture.id);
    result = now ? gather(now, table, useMake.getState().hand, touched, gesture, () => crypto.randomUUID()) : null;
    return result?.operations ?? null;
  };
  useMake.getState().edit(operations);
  return result;
}

/** The picture in its place, at every station: it is tapped, dragged over and walked by keys, and says what is what. */
export function PictureStage({ useMake, make, picture, table, raster, bands, station, lamp, nearness }: Props) {
  const state = useMake(
    useShallow(({ hand, cursorRegionId, focusTurn, showsNames, edit, takeInHand, setCursor, showNames, nameIt, moveLamp, settleLamp }) => ({
      ...{ hand, cursorRegionId, focusTurn, showsNames, edit, takeInHand, setCursor, showNames, nameIt, moveLamp, settleLamp },
    })),
  );
  const { hand, cursorRegionId, takeInHand } = state;
  const [said, setSaid] = useState('');
  const [pointed, setPointed] = useState(0);
  const chosenId = hand.kind === 'element' ? hand.elementId : null;
  const layers = usePictureLayers(picture, { table, raster, bands, station, chosenId, cursorRegionId });
  const boxOf = useCallback(
    (label: number): readonly [number, number, number, number] | undefined => {
      const region = table?.byLabel.get(label);
      const pxPerMm = table ? table.table.widthPx / table.table.frame.widthMm : 0;
      return region && (region.boundsMm.map((mm) => mm * pxPerMm) as [number, number, number, number]);
    },
    [table],
  );
  if (!picture || !layers) return <div className="min-h-[48dvh] lg:min-h-80" />;

  const owners = ownersOf(picture);
  const ownerAt = (label: number): Element | undefined => owners.get(table?.byLabel.get(label)?.id ?? '');
  const choose = (label: number) => {
    const owner = ownerAt(label);
    if (owner && owner.id !== chosenId) takeInHand({ kind: 'element', elementId: owner.id });
    else takeInHand({ kind: 'nothing' });
    setSaid(owner ? elementWords(owner) : 'Still white: it belongs to no element.');
  };
  const collect = (touched: number[], gesture: 'tap' | 'sweep') => {
    const gathered = table && collected(useMake, { picture, table }, touched, gesture);
    if (!gathered) return;
    takeInHand(gathered.hand);
    setSaid(gathered.said);
  };
  const onGather = (touched: number[], gesture: 'tap' | 'sweep') => {
    // Areas are gathered at Elements, and at Groups for the ladder in hand or by empty hands; elsewhere a tap asks what this is.
    const first = touched[0] ?? 0;
    const collects =
      station === 'elements' || (station === 'groups' && (hand.kind === 'ladder' || (hand.kind === 'nothing' && !ownerAt(first))));
    if (collects) collect(touched, gesture);
    else choose(first);
  };
  const cursorRegion = cursorRegionId === null ? undefined : table?.byId.get(cursorRegionId);
  const pointedId = (ownerAt(pointed) ?? (cursorRegionId === null ? undefined : owners.get(cursorRegionId)))?.id ?? null;
  const tags = table ? tagsOf(picture, table, { all: state.showsNames, chosenId, pointedId }) : [];
  const act = station === 'elements' || station === 'groups' ? 'gathers the one you stand on' : 'chooses the element you stand on';

  return (
    <div className="relative min-h-0 lg:h-full" data-bands={bands.paint ? 'shown' : 'none'} data-chosen={chosenId ?? ''}>
      <PictureView
        layers={layers}
        labels={raster.labels}
        label={`${picture.name}, ${picture.elements.length} elements: arrow keys walk over its areas, Enter ${act}${station === 'elements' ? ', N names the element in hand' : ''}`}
        focusTurn={state.focusTurn}
        // The lamp stands round the whole picture.
        nearness={station === 'light' ? null : nearness}
        foot={
          <p role="status" aria-live="polite">
            {said}
          </p>
        }
        buttons={<NamesButton isOn={state.showsNames} onTurn={state.showNames} />}
        onPoint={setPointed}
        onGather={table ? onGather : undefined}
        boxOf={table ? boxOf : undefined}
        onWalk={(direction) => {
          const next = nextRegion(table?.table.regions ?? [], cursorRegionId, direction);
          if (!next || !table) return;
          state.setCursor(next.id);
          setSaid(regionWords(picture, table, next.id));
        }}
        onName={station === 'elements' && chosenId !== null ? state.nameIt : undefined}
        onPressCursor={() => {
          if (cursorRegion) onGather([cursorRegion.label], 'tap');
        }}
        over={(width, height) => (
          <>
            <NameTags tags={tags} width={width} height={height} />
            <Lamp
              lamp={lamp}
              width={width}
              height={height}
              onMove={station === 'light' ? state.moveLamp : undefined}
              onSettle={station === 'light' ? state.settleLamp : undefined}
            />
          </>
        )}
      />
      <span className="sr-only">{make.name}</span>
    </div>
  );
}
