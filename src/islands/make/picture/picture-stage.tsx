import { pxPerMmOfPicture, pxPerMmOfTable } from '#core/make/scale';
import { useCallback, useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { SceneLamp } from '#model/lamp';
import type { Make } from '#model/make';
import type { ColouredElement, ColouredPicture } from '#model/coloured-picture';
import type { Picture } from '#model/picture';
import type { PlaceMm } from '#model/reading';
import { nameOfColouring } from '#core/make/coloured';
import { ownersOf, pictureById } from '#core/make/picture-lookup';
import type { Station } from '#core/make/progress';
import type { IndexedTable } from '#core/make/region-tables';
import { nextRegion } from '#core/picture/walk';
import { lampOver } from '#core/scene/lamp-over';
import type { LampOver } from '#model/plan-source';
import { standingOfPicture } from '#core/scene/standing-of-picture';
import { Lamp } from '#ui/lamp.tsx';
import { NameTags } from '#ui/name-tags.tsx';
import { PictureView } from '#ui/picture-view.tsx';
import type { Nearness } from '#ui/zoom-stage.tsx';
import { NamesButton, tagsOf } from './element-names';
import type { ElementsDesk } from '../stations/elements/elements-desk';
import { ElementsOverlay } from '../stations/elements/elements-overlay';
import { showNextWhite, toggleJoining } from '../stations/elements/elements-acts';
import { ladderWords } from '../stations/ladder-words';
import { edgeAt, layStroke, turnEdge } from '../stations/light/light-acts';
import { fixByTap, nextArrangement } from '../stations/groups/groups-acts';
import type { GroupsDesk } from '../stations/groups/groups-desk';
import { GroupsOverlay } from '../stations/groups/groups-overlay';
import type { LightDesk } from '../stations/light/light-desk';
import { LightOverlay } from '../stations/light/light-overlay';
import type { MakeStore } from '../document/make-store';
import type { Bands } from '../plan/use-bands';
import type { Parting } from '../plan/use-parting';
import { collected, type HandMove, useElementsHand } from '../stations/elements/use-elements-hand';
import { chosenRegions, usePictureLayers } from './use-picture-layers';
import type { Raster } from './use-raster';

type Props = {
  useMake: MakeStore;
  useElements: ElementsDesk;
  useLight: LightDesk;
  useGroups: GroupsDesk;
  make: Make;
  picture: ColouredPicture | undefined;
  table: IndexedTable | undefined;
  raster: Raster;
  bands: Bands;
  parting: Parting;
  station: Station;
  lamp: SceneLamp;
  nearness: Nearness;
};

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

/** What is tinted together at the Elements station, and what stands out, by the step that is open. */
function useTinted(picture: ColouredPicture | undefined, table: IndexedTable | undefined, { useElements, station, chosenId }: Shown) {
  const { step, bodyAt } = useElements(useShallow((state) => ({ step: state.step, bodyAt: state.bodyAt })));
  const showsBodies = station === 'elements' && step === 'bodies';
  const bodies = useMemo(() => (showsBodies && picture && table ? standingOfPicture(picture, table) : null), [showsBodies, picture, table]);
  const held = bodyAt === null ? undefined : bodies?.bodyOf.get(bodyAt);
  const tinted = bodies
    ? bodies.bodies.filter(({ regionIds }) => regionIds.length > 1).map(({ regionIds }) => regionIds)
    : (picture?.elements.map(({ regionIds }) => regionIds) ?? []);
  return {
    tinted: station === 'elements' ? tinted : null,
    chosen: bodies ? (held?.regionIds ?? []) : chosenRegions(picture, chosenId),
  };
}

type Shown = { useElements: ElementsDesk; station: Station; chosenId: string | null };

/** Keys of the picture at the Elements station. */
function useElementsKeys(
  useMake: MakeStore,
  useElements: ElementsDesk,
  of: { picture: ColouredPicture | undefined; table: IndexedTable | undefined },
) {
  return {
    n: () => useMake.getState().nameIt(),
    a: () => toggleJoining(useMake),
    w: () => showNextWhite(useMake, useElements, of.picture, of.table),
  };
}

type HandOf = {
  useMake: MakeStore;
  useElements: ElementsDesk;
  useLight: LightDesk;
  useGroups: GroupsDesk;
  bands: Bands;
  picture: ColouredPicture | undefined;
  table: IndexedTable | undefined;
  station: Station;
};

/** What words of the stage are about: other words, of another station or other elements, are not true any more. */
function saidOf(station: Station, picture: Pick<Picture, 'elements'> | undefined): string {
  return [station, ...(picture?.elements ?? []).map(({ id, name, regionIds }) => `${id} ${name} ${regionIds.length}`)].join('\n');
}

/** What a tap or drag over the picture does at each station, and what is said of it. */
function useStageHand({ useMake, useElements, useLight, useGroups, picture, table, station, bands }: HandOf) {
  const [told, setTold] = useState({ words: '', of: '' });
  // What was said is true until something is named or gathered, and where it was said.
  const setSaid = (words: string) => {
    const newest = pictureById(useMake.getState().make, picture?.id ?? '') ?? picture;
    setTold({ words, of: saidOf(station, newest) });
  };
  const said = told.of === saidOf(station, picture) ? told.words : '';
  const { hand, takeInHand } = useMake(useShallow((state) => ({ hand: state.hand, takeInHand: state.takeInHand })));
  const onElements = useElementsHand(useMake, useElements);
  const ownerAt = (label: number): ColouredElement | undefined => picture && ownersOf(picture).get(table?.byLabel.get(label)?.id ?? '');
  const choose = (label: number) => {
    const owner = ownerAt(label);
    const isHeld = hand.kind === 'element' && hand.elementId === owner?.id;
    takeInHand(owner && !isHeld ? { kind: 'element', elementId: owner.id } : { kind: 'nothing' });
    setSaid(owner ? elementWords(owner) : 'Still white: it belongs to no element.');
  };
  const onMove = (move: HandMove) => {
    if (!table || !picture) return;
    const { blink, set } = useElements.getState();
    if (blink) set({ blink: null });
    // Areas are gathered at Elements, and at Groups for the ladder in hand or by empty hands; elsewhere a tap asks what this is.
    const first = move.labels[0] ?? 0;
    if (station === 'light' && useLight.getState().step === 'cuts') {
      const place = move.pathMm.at(-1);
      // The bars that are seen, and all edges of what is chosen.
      const held = hand.kind === 'element' ? hand.elementId : null;
      const seen = bands.edges.filter(({ isCut, elementId }) => isCut || elementId === held);
      const edge = place && edgeAt(seen, place, pxPerMmOfPicture(picture));
      if (edge) return turnEdge(useMake, useLight, picture.id, edge);
    }
    if (station === 'light' && useLight.getState().step === 'hand')
      return layStroke(useMake, useLight, nameOfColouring(picture), move.pathMm);
    if (station === 'groups' && useGroups.getState().step === 'share') {
      const said = fixByTap(useGroups, table, first);
      if (said !== null) return setSaid(said);
    }
    if (station === 'elements') return setSaid(onElements({ picture, table }, move) ?? '');
    if (station !== 'groups' || !(hand.kind === 'ladder' || (hand.kind === 'nothing' && !ownerAt(first)))) {
      return first > 0 ? choose(first) : undefined;
    }
    const gathered = collected(useMake, { picture, table }, move);
    if (!gathered) return;
    takeInHand(gathered.hand);
    setSaid(gathered.said);
  };
  return { said, setSaid, onMove };
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

/** The picture in its place, at every station: it is tapped, dragged over and walked by keys, and says what is what. */
export function PictureStage(props: Props) {
  const { useMake, useElements, useLight, useGroups, make, picture, table, raster, bands, station, lamp, nearness } = props;
  const state = useMake(
    useShallow(({ hand, cursorRegionId, focusTurn, showsNames, setCursor, showNames, moveLamp, settleLamp }) => ({
      ...{ hand, cursorRegionId, focusTurn, showsNames, setCursor, showNames, moveLamp, settleLamp },
    })),
  );
  const { step, spotRadiusMm, blink } = useElements(
    useShallow((desk) => ({ step: desk.step, spotRadiusMm: desk.spotRadiusMm, blink: desk.blink })),
  );
  const isLight = station === 'light';
  const light = useLight(useShallow((desk) => ({ step: desk.step, radiusMm: desk.radiusMm })));
  const isPainting = isLight && light.step === 'hand';
  const { hand, cursorRegionId } = state;
  const [pointed, setPointed] = useState(0);
  const chosenId = hand.kind === 'element' ? hand.elementId : null;
  const layers = usePictureLayers(picture, {
    ...{ table, raster, bands, cursorRegionId },
    ...useTinted(picture, table, { useElements, station, chosenId }),
  });
  const { said, setSaid, onMove } = useStageHand({ useMake, useElements, useLight, useGroups, picture, table, station, bands });
  const keys = useElementsKeys(useMake, useElements, { picture, table });
  const boxOf = useBoxOf(table);
  if (!picture || !layers) return <div />;

  const cursorRegion = cursorRegionId === null ? undefined : table?.byId.get(cursorRegionId);
  const owners = ownersOf(picture);
  const ownerAt = (label: number): ColouredElement | undefined => owners.get(table?.byLabel.get(label)?.id ?? '');
  const pointedId = (ownerAt(pointed) ?? (cursorRegionId === null ? undefined : owners.get(cursorRegionId)))?.id ?? null;
  const tags = table ? tagsOf(picture, table, { all: state.showsNames, chosenId, pointedId }) : [];
  const isElements = station === 'elements';
  const brushMm = isPainting ? light.radiusMm : isElements && step === 'spots' ? spotRadiusMm : null;
  const brush = brushMm === null ? undefined : brushMm / picture.widthMm;
  const over = lampOver(lamp, make.pictures, picture.id);
  // A near lamp that is moved over a picture stands on that one from then on.
  const ofScene = (moved: LampOver): SceneLamp => (moved.kind === 'near' ? { ...moved, pictureId: picture.id } : moved);
  const blinking = blink && isElements ? table?.byId.get(blink.regionId) : undefined;

  return (
    <div className="relative h-full min-h-0" data-bands={bands.paint ? 'shown' : 'none'} data-chosen={chosenId ?? ''}>
      <PictureView
        layers={layers}
        labels={raster.labels}
        label={pictureLabel(picture, station)}
        focusTurn={state.focusTurn}
        // The lamp stands round the whole picture.
        nearness={isLight && !isPainting ? null : nearness}
        foot={
          <p role="status" aria-live="polite">
            {said}
          </p>
        }
        buttons={<NamesButton isOn={state.showsNames} onTurn={state.showNames} />}
        onPoint={setPointed}
        onGather={
          table
            ? (labels, gesture, path) =>
                onMove({ labels, gesture, pathMm: path.map(([x, y]): PlaceMm => [x * picture.widthMm, y * picture.heightMm]) })
            : undefined
        }
        brush={brush}
        blink={blinking && blink ? { label: blinking.label, turn: blink.turn } : null}
        boxOf={table ? boxOf : undefined}
        onWalk={(direction) => {
          const next = nextRegion(table?.table.regions ?? [], cursorRegionId, direction);
          if (!next || !table) return;
          state.setCursor(next.id);
          setSaid(regionWords(picture, table, next.id));
        }}
        keys={isElements ? keys : station === 'groups' ? { r: () => nextArrangement(useGroups) } : {}}
        onPressCursor={() => {
          if (cursorRegion) onMove({ labels: [cursorRegion.label], gesture: 'tap', pathMm: [cursorRegion.insideMm] });
        }}
        over={(width, height) => (
          <>
            {isElements && table && (
              <ElementsOverlay {...{ useMake, useElements, picture, table, width, height }} labels={raster.labels} heldId={chosenId} />
            )}
            <NameTags tags={tags} width={width} height={height} />
            {station === 'groups' && <GroupsOverlay {...{ useGroups, picture, table, width, height }} parting={props.parting} />}
            {isLight && <LightOverlay {...{ useMake, useLight, picture, bands, chosenId, width, height }} names={tags} />}
            <Lamp
              lamp={over}
              width={width}
              height={height}
              widthMm={picture.widthMm}
              onMove={isLight && !isPainting ? (moved) => state.moveLamp(ofScene(moved)) : undefined}
              onSettle={isLight && !isPainting ? (moved) => state.settleLamp(ofScene(moved)) : undefined}
            />
          </>
        )}
      />
      <span className="sr-only">{make.name}</span>
    </div>
  );
}

function pictureLabel({ name, elements }: ColouredPicture, station: Station): string {
  const act = station === 'elements' || station === 'groups' ? 'works on the one you stand on' : 'chooses the element you stand on';
  const further = station === 'elements' ? ', N names the element in hand, A adds areas to it, W shows the next white area' : '';
  return `${name}, ${elements.length} elements: arrow keys walk over its areas, Enter ${act}${further}`;
}
