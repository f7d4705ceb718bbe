import { useCallback, useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import type { SceneLamp } from '#model/lamp';
import type { Picture } from '#model/picture';
import type { LampOver } from '#model/plan-source';
import type { PlaceMm } from '#model/reading';
import { ownersOf, pictureById } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { pxPerMmOfTable } from '#core/make/scale';
import { nextRegion } from '#core/picture/walk';
import { lampOver } from '#core/scene/lamp-over';
import { Lamp } from '#ui/lamp/lamp.tsx';
import { NameTags } from '#ui/words/name-tags.tsx';
import { PictureView } from '#ui/picture/picture-view.tsx';
import type { Nearness } from '#ui/picture/zoom-stage.tsx';
import { ladderWords } from '../stations/ladder-words';
import type { AnyStation, Desk, MoveTools, Seen, StageUse, StationModule } from '../stations/station';
import { NamesButton, tagsOf } from './element-names';
import { LookButton } from './look-button';
import { chosenRegions, usePictureLayers } from './use-picture-layers';

// biome-ignore lint/suspicious/noExplicitAny: what lies on a desk is its station's.
type Own = { record: AnyStation; module: StationModule<any> | null; useDesk: Desk<any> };
type Props = Seen & Own & { nearness: Nearness };

/** How the picture is used where its station says nothing, or is being fetched. */
const plainUse: StageUse = { tinted: null };

function regionWords(picture: ColouredPicture, table: IndexedTable, regionId: string): string {
  const region = table.byId.get(regionId);
  if (!region) return '';
  const owner = ownersOf(picture).get(regionId);
  const of = `Area ${table.numberOf.get(regionId)} of ${table.table.regions.length}`;
  return `${of}, ${(region.areaMm2 / 100).toFixed(2)} cm², ${owner ? owner.name : 'still white'}`;
}

function elementWords({ name, ladder }: ColouredElement): string {
  return `${name}: ${ladder ? ladderWords(ladder) : 'no ladder yet'}`;
}

/** What words of the stage are about: other words, of another station or other elements, are not true any more. */
function saidOf(station: string, picture: Pick<Picture, 'elements'>): string {
  return [station, ...picture.elements.map(({ id, name, regionIds }) => `${id} ${name} ${regionIds.length}`)].join('\n');
}

/** What is said under the picture: true until something is named or gathered, and where it was said. */
function useSaid({ useMake, picture, record }: Pick<Props, 'useMake' | 'picture' | 'record'>): [string, (words: string) => void] {
  const [told, setTold] = useState({ words: '', of: '' });
  const say = (words: string) => {
    const newest = pictureById(useMake.getState().make, picture.id) ?? picture;
    setTold({ words, of: saidOf(record.id, newest) });
  };
  return [told.of === saidOf(record.id, picture) ? told.words : '', say];
}

/** The box round a label, left, top, width, height in px of the picture. */
function useBoxOf(table: IndexedTable | undefined) {
  return useCallback(
    (label: number): readonly [number, number, number, number] | undefined => {
      const region = table?.byLabel.get(label);
      const pxPerMm = table ? pxPerMmOfTable(table) : 0;
      return region && (region.boundsMm.map((mm) => mm * pxPerMm) as [number, number, number, number]);
    },
    [table],
  );
}

/** The picture in its place: it is tapped, dragged over and walked by keys, and says what is what; what that means, its station says. */
export function PictureStage({ record, module, useDesk, nearness, ...seen }: Props) {
  const { useMake, make, picture, table, raster, bands, lamp, chosenId } = seen;
  const state = useMake(
    useShallow(({ cursorRegionId, focusTurn, showsNames, setCursor, showNames, moveLamp, settleLamp }) => ({
      ...{ cursorRegionId, focusTurn, showsNames, setCursor, showNames, moveLamp, settleLamp },
    })),
  );
  const desk = useDesk();
  const { cursorRegionId } = state;
  const [pointed, setPointed] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: all that a stage may depend on is named; the rest of what is seen is not its own.
  const use = useMemo(
    () => module?.stage?.({ ...seen, useDesk }, desk) ?? plainUse,
    [module, desk, picture, table, bands, chosenId, make, useDesk],
  );
  const layers = usePictureLayers(picture, {
    ...{ table, raster, bands, cursorRegionId, tinted: use.tinted },
    chosen: use.chosen ?? chosenRegions(picture, chosenId),
  });
  const [said, say] = useSaid({ useMake, picture, record });
  const boxOf = useBoxOf(table);
  if (!layers) return <div />;

  const owners = ownersOf(picture);
  const ownerAt = (label: number): ColouredElement | undefined => owners.get(table?.byLabel.get(label)?.id ?? '');
  const choose: MoveTools['choose'] = (label) => {
    const owner = ownerAt(label);
    const isHeld = owner !== undefined && owner.id === useMake.getState().elementInHand();
    useMake.getState().takeInHand(owner && !isHeld ? { kind: 'element', elementId: owner.id } : { kind: 'nothing' });
    say(owner ? elementWords(owner) : 'Still white: it belongs to no element.');
  };
  const onMove = (move: Parameters<NonNullable<StationModule<unknown>['onMove']>>[1]) => {
    if (!table) return;
    if (module?.onMove) return module.onMove({ ...seen, useDesk }, move, { say, choose });
    const first = move.labels[0] ?? 0;
    if (first > 0) choose(first);
  };
  const cursorRegion = cursorRegionId === null ? undefined : table?.byId.get(cursorRegionId);
  const pointedId = (ownerAt(pointed) ?? (cursorRegionId === null ? undefined : owners.get(cursorRegionId)))?.id ?? null;
  const tags = table ? tagsOf(picture, table, { all: state.showsNames, chosenId, pointedId }) : [];
  const {
    brushMm = null,
    blink = null,
    movesLamp = false,
    keys = {},
    keyWords = '',
    enterWords = 'chooses the element you stand on',
  } = use;
  const brush = brushMm === null ? undefined : brushMm / picture.widthMm;
  const blinking = blink ? table?.byId.get(blink.regionId) : undefined;
  const inMm = (path: readonly (readonly [number, number])[]) => path.map(([x, y]): PlaceMm => [x * picture.widthMm, y * picture.heightMm]);
  // A near lamp that is moved over a picture stands on that one from then on.
  const ofScene = (moved: LampOver): SceneLamp => (moved.kind === 'near' ? { ...moved, pictureId: picture.id } : moved);
  const Overlay = module?.Overlay;

  return (
    <div
      className="relative h-full min-h-0"
      data-bands={bands.isSettled ? 'shown' : bands.paint ? 'changing' : 'none'}
      data-chosen={chosenId ?? ''}
    >
      <PictureView
        layers={layers}
        labels={raster.labels}
        label={`${picture.name}, ${picture.elements.length} elements: arrow keys walk over its areas, Enter ${enterWords}${keyWords}`}
        focusTurn={state.focusTurn}
        // The lamp stands round the whole picture.
        nearness={movesLamp ? null : nearness}
        foot={
          <p role="status" aria-live="polite">
            {said}
          </p>
        }
        buttons={
          <>
            {use.tinted === null && <LookButton useMake={useMake} />}
            <NamesButton isOn={state.showsNames} onTurn={state.showNames} />
          </>
        }
        onPoint={setPointed}
        onGather={table ? (labels, gesture, path) => onMove({ labels, gesture, pathMm: inMm(path) }) : undefined}
        brush={brush}
        onDraw={brush !== undefined && module?.onDraw ? (path) => module.onDraw?.({ ...seen, useDesk }, path && inMm(path)) : undefined}
        blink={blinking && blink ? { label: blinking.label, turn: blink.turn } : null}
        boxOf={table ? boxOf : undefined}
        onWalk={(direction) => {
          const next = nextRegion(table?.table.regions ?? [], cursorRegionId, direction);
          if (!next || !table) return;
          state.setCursor(next.id);
          say(regionWords(picture, table, next.id));
        }}
        keys={keys}
        onPressCursor={() => {
          if (cursorRegion) onMove({ labels: [cursorRegion.label], gesture: 'tap', pathMm: [cursorRegion.insideMm] });
        }}
        over={(width, height) => (
          <>
            {record.liesUnderNames && Overlay && <Overlay {...seen} {...{ useDesk, width, height }} names={tags} />}
            <NameTags tags={tags} width={width} height={height} />
            {!record.liesUnderNames && Overlay && <Overlay {...seen} {...{ useDesk, width, height }} names={tags} />}
            <Lamp
              lamp={lampOver(lamp, make.pictures, picture.id)}
              width={width}
              height={height}
              widthMm={picture.widthMm}
              onMove={movesLamp ? (moved) => state.moveLamp(ofScene(moved)) : undefined}
              onSettle={movesLamp ? (moved) => state.settleLamp(ofScene(moved)) : undefined}
            />
          </>
        )}
      />
      <span className="sr-only">{make.name}</span>
    </div>
  );
}
