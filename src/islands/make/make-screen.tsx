import { Redo2, Undo2 } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Make } from '#model/make';
import type { Picture } from '#model/picture';
import { counted } from '#core/make/counted';
import { progressOfPicture, type Station } from '#core/make/progress';
import { Button } from '#ui/button.tsx';
import { ProblemNotice } from '#ui/notice.tsx';
import { Workline, type WorklineStation } from '#ui/workline.tsx';
import type { Nearness, Share } from '#ui/zoom-stage.tsx';
import { createDeskStore } from './desk-store';
import { ConflictDialog, KeepLine, RefusedNotice } from './keep-line';
import { createMakeStore, type MakeStore } from './make-store';
import { PictureDesk } from './picture-desk';
import { PictureStage } from './picture-stage';
import { ElementsStation } from './stations/elements-station';
import { GroupsStation } from './stations/groups-station';
import { LightStation } from './stations/light-station';
import { PictureStation } from './stations/picture/picture-station';
import { RecipeStation } from './stations/recipe-station';
import { type Bands, useBands } from './use-bands';
import { useOriginalSize } from './use-original-size';
import { useRaster } from './use-raster';
import { useReading } from './use-reading';

const stationIds: readonly Station[] = ['picture', 'elements', 'groups', 'light', 'recipe'];

function stationFromAddress(): Station {
  const wished = window.location.hash.slice(1);
  return stationIds.find((id) => id === wished) ?? 'elements';
}

/** The station, kept in the address so that a reload and the browser's back button find it. */
function useStation(): [Station, (station: Station) => void] {
  const [station, setStation] = useState<Station>(stationFromAddress);
  useEffect(() => {
    const follow = () => setStation(stationFromAddress());
    window.addEventListener('hashchange', follow);
    return () => window.removeEventListener('hashchange', follow);
  }, []);
  return [station, (next) => (window.location.hash = next)];
}

function worklineOf(make: Make, picture: Picture): WorklineStation<Station>[] {
  const { regions, whiteRegions, elements, elementsWithoutLadder } = progressOfPicture(picture);
  return [
    { id: 'picture', name: 'Picture', open: picture.regionMap ? counted(regions, 'area') : 'areas not found yet' },
    { id: 'elements', name: 'Elements', open: whiteRegions > 0 ? `${whiteRegions} still white` : `${elements} named` },
    {
      id: 'groups',
      name: 'Groups',
      open: elementsWithoutLadder > 0 ? `${elementsWithoutLadder} to choose` : elements > 0 ? 'all chosen' : 'none yet',
    },
    { id: 'light', name: 'Light', open: `${make.lamp.azimuthDeg}° round` },
    {
      id: 'recipe',
      name: 'Recipe',
      open: elements - elementsWithoutLadder > 0 ? `${elements - elementsWithoutLadder} written` : 'empty yet',
    },
  ];
}

export function MakeScreen({ makeId }: { makeId: string }) {
  const [useMake] = useState<MakeStore>(() => createMakeStore(makeId));
  const { phase, problem, make, load } = useMake();
  useEffect(() => {
    void load();
  }, [load]);
  if (phase === 'failed' && problem) {
    return (
      <main className="mx-auto max-w-xl p-8 space-y-4">
        <h1 className="text-3xl">This make cannot be shown now</h1>
        <ProblemNotice problem={problem}>
          <Button onClick={() => void load()}>Try again</Button>
        </ProblemNotice>
        <a href="/" className="underline">
          To the table
        </a>
      </main>
    );
  }
  if (!make) {
    return (
      <main className="p-8">
        <h1 className="text-3xl">Fetching the make …</h1>
      </main>
    );
  }
  return <LoadedMake make={make} useMake={useMake} />;
}

function LoadedMake({ make, useMake }: { make: Make; useMake: MakeStore }) {
  const {
    rack,
    keep,
    hand,
    lampInHand,
    undoSteps,
    redoSteps,
    edit,
    undo,
    redo,
    takeInHand,
    walkFrom,
    settleLamp,
    takeTheirs,
    layMineOnTop,
    load,
  } = useMake();
  const [station, go] = useStation();
  const picture = make.pictures[0];
  const raster = useRaster(useMake, picture);
  const lamp = lampInHand ?? make.lamp;
  const bands: Bands = useBands(picture, raster.labels, lamp, rack.markers);
  const [useDesk] = useState(createDeskStore);
  const desk = useReading(useMake, picture, station === 'picture', keep.kind === 'conflict');
  const originalPx = useOriginalSize(station === 'picture' ? picture : undefined);
  const [zoom, onZoom] = useState(1);
  const middle = useRef<Share>([0.5, 0.5]);
  const nearness: Nearness = { zoom, middle, onZoom };

  const { giveUp } = desk;
  const takeBack = useCallback(() => {
    if (!giveUp()) undo();
  }, [giveUp, undo]);
  const isReading = desk.finding !== null;

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement;
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else takeBack();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [takeBack, redo]);

  const stations = useMemo(() => (picture ? worklineOf(make, picture) : []), [make, picture]);

  const showNextWhite = () => {
    const regions = picture?.regionMap?.regions ?? [];
    const gathered = new Set(picture?.elements.flatMap(({ regionIds }) => regionIds));
    const white = regions.filter(({ id }) => !gathered.has(id));
    const here = white.findIndex(({ id }) => id === useMake.getState().cursorRegionId);
    const next = white[(here + 1) % white.length];
    if (next) walkFrom(next.id);
  };

  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-1 px-4 pt-3 sm:px-8">
        <a href="/" className="font-display text-lg font-semibold underline decoration-2 underline-offset-4">
          Table
        </a>
        <h1 className="min-w-0 flex-1 truncate text-xl">{make.name}</h1>
        <KeepLine keep={keep} />
        <div className="flex">
          <button
            type="button"
            aria-label="Undo"
            title="Undo (Ctrl+Z)"
            disabled={undoSteps.length === 0 && !isReading}
            className="grid size-11 place-items-center rounded-sm hover:bg-bench disabled:opacity-40"
            onClick={takeBack}
          >
            <Undo2 size={20} aria-hidden="true" />
          </button>
          <button
            type="button"
            aria-label="Redo"
            title="Redo (Ctrl+Shift+Z)"
            disabled={redoSteps.length === 0}
            className="grid size-11 place-items-center rounded-sm hover:bg-bench disabled:opacity-40"
            onClick={redo}
          >
            <Redo2 size={20} aria-hidden="true" />
          </button>
        </div>
      </header>
      <Workline stations={stations} current={station} onGo={go} />
      <main className="grid min-h-0 flex-1 gap-6 px-4 pb-4 sm:px-8 lg:grid-cols-[minmax(0,4fr)_minmax(0,6fr)]">
        {picture && station === 'picture' ? (
          <PictureDesk useDesk={useDesk} desk={desk} picture={picture} raster={raster} originalPx={originalPx} nearness={nearness} />
        ) : (
          <PictureStage
            useMake={useMake}
            make={make}
            picture={picture}
            raster={raster}
            bands={bands}
            station={station}
            lamp={lamp}
            nearness={nearness}
          />
        )}
        <div className="min-h-0 overflow-y-auto bg-bench px-6 py-5" data-station={station}>
          <RefusedNotice keep={keep} onReload={() => void load()} />
          {raster.problem && (
            <ProblemNotice problem={raster.problem}>
              <Button onClick={raster.fetchAgain}>Fetch the picture again</Button>
            </ProblemNotice>
          )}
          {picture && station === 'picture' && (
            <PictureStation
              useMake={useMake}
              useDesk={useDesk}
              desk={desk}
              makeId={make.id}
              picture={picture}
              originalPx={originalPx}
              onGoOn={() => go('elements')}
            />
          )}
          {picture && station === 'elements' && (
            <ElementsStation
              picture={picture}
              hand={hand}
              onTake={(elementId) => takeInHand(elementId === null ? { kind: 'nothing' } : { kind: 'element', elementId })}
              onRename={(elementId, name) => edit({ kind: 'renameElement', pictureId: picture.id, elementId, name })}
              onRemove={(elementId) => {
                edit({ kind: 'removeElement', pictureId: picture.id, elementId });
                if (hand.kind === 'element' && hand.elementId === elementId) takeInHand({ kind: 'nothing' });
              }}
              onNextWhite={showNextWhite}
            />
          )}
          {picture && station === 'groups' && (
            <GroupsStation
              picture={picture}
              rack={rack}
              hand={hand}
              onTake={takeInHand}
              onGive={(elementId, ladder) => edit({ kind: 'setLadder', pictureId: picture.id, elementId, ladder })}
            />
          )}
          {picture && station === 'light' && (
            <LightStation picture={picture} lamp={lamp} shares={bands.shares} problem={bands.problem} onSettle={settleLamp} />
          )}
          {picture && station === 'recipe' && (
            <RecipeStation make={make} picture={picture} rack={rack} onSchool={(school) => edit({ kind: 'setSchool', school })} />
          )}
          {!picture && <p>This make has no picture yet. Start a new make with a line image from the table.</p>}
        </div>
      </main>
      <ConflictDialog keep={keep} onTakeTheirs={takeTheirs} onLayMineOnTop={layMineOnTop} />
    </div>
  );
}
