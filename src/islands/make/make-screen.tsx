import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Make } from '#model/make';
import type { Picture } from '#model/picture';
import { counted } from '#core/make/counted';
import { pictureById, whiteRegions } from '#core/make/picture-lookup';
import { isReadUpToDate } from '#core/make/reading-key';
import { progressOfPicture, type Station } from '#core/make/progress';
import { Button } from '#ui/button.tsx';
import { asPage, ErrorBoundary } from '#ui/error-boundary.tsx';
import { ProblemNotice } from '#ui/notice.tsx';
import { Workline, type WorklineStation } from '#ui/workline.tsx';
import type { Nearness, Share } from '#ui/zoom-stage.tsx';
import { createDeskStore } from './desk-store';
import { ConflictDialog, KeepLine } from './keep-line';
import { createMakeStore, type MakeStore, shownPicture, shownTable } from './make-store';
import { PictureDesk } from './picture-desk';
import { PictureStage } from './picture-stage';
import { PictureTags, PicturesShelf } from './pictures-shelf';
import { SetAsideNotice } from './set-aside-notice';
import { ElementsStation } from './stations/elements-station';
import { GroupsStation } from './stations/groups-station';
import { LightStation } from './stations/light-station';
import { PictureStation } from './stations/picture/picture-station';
import { RecipeStation } from './stations/recipe-station';
import { useAddress } from './use-address';
import { useBands } from './use-bands';
import { useOriginalSize } from './use-original-size';
import { useRaster } from './use-raster';
import { useReading } from './use-reading';

function worklineOf(make: Make, picture: Picture): WorklineStation<Station>[] {
  const { regions, whiteRegions: white, elements, elementsWithoutLadder } = progressOfPicture(picture);
  return [
    { id: 'picture', name: 'Picture', open: picture.regionMap ? counted(regions, 'area') : 'areas not found yet' },
    { id: 'elements', name: 'Elements', open: white > 0 ? `${white} still white` : `${elements} named` },
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

function MakeScreenWhole({ makeId }: { makeId: string }) {
  const [useMake] = useState<MakeStore>(() => createMakeStore(makeId));
  const { phase, problem, isHere, load } = useMake(
    useShallow((state) => ({ phase: state.phase, problem: state.problem, isHere: state.make !== null, load: state.load })),
  );
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
  if (!isHere) {
    return (
      <main className="p-8">
        <h1 className="text-3xl">Fetching the make …</h1>
      </main>
    );
  }
  return <LoadedMake useMake={useMake} />;
}

/** Undo and redo, by buttons and by keys. */
function StepButtons({ useMake }: { useMake: MakeStore }) {
  const { canUndo, canRedo, undo, redo } = useMake(
    useShallow((state) => ({
      canUndo: state.steps.undo.length > 0,
      canRedo: state.steps.redo.length > 0,
      undo: state.undo,
      redo: state.redo,
    })),
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement;
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
  const look = 'grid size-11 place-items-center rounded-sm hover:bg-bench disabled:opacity-40';
  return (
    <div className="flex">
      <button type="button" aria-label="Undo" title="Undo (Ctrl+Z)" disabled={!canUndo} className={look} onClick={undo}>
        <Undo2 size={20} aria-hidden="true" />
      </button>
      <button type="button" aria-label="Redo" title="Redo (Ctrl+Shift+Z)" disabled={!canRedo} className={look} onClick={redo}>
        <Redo2 size={20} aria-hidden="true" />
      </button>
    </div>
  );
}

function LoadedMake({ useMake }: { useMake: MakeStore }) {
  const state = useMake(
    useShallow(({ make, rack, keep, hand, lampInHand, setAside, misfit, pictureId, tables, ...actions }) => ({
      make: make as Make,
      rack,
      keep,
      hand,
      lampInHand,
      setAside,
      misfit,
      picture: shownPicture({ make, pictureId }),
      table: shownTable({ make, pictureId, tables }),
      edit: actions.edit,
      takeInHand: actions.takeInHand,
      walkFrom: actions.walkFrom,
      settleLamp: actions.settleLamp,
      showPicture: actions.showPicture,
      dropSetAside: actions.dropSetAside,
      waitingFile: actions.waitingFile,
      takeTheirs: actions.takeTheirs,
      layMineOnTop: actions.layMineOnTop,
    })),
  );
  const { make, picture, table, rack, keep, hand, lampInHand, edit, takeInHand, settleLamp, showPicture } = state;
  const [{ station, pictureId }, go] = useAddress();
  useEffect(() => showPicture(pictureId), [pictureId, showPicture]);
  const [useDesk] = useState(createDeskStore);
  const raster = useRaster(useMake, picture);
  const lamp = lampInHand ?? make.lamp;
  const showsBands = station === 'groups' || station === 'light' || station === 'recipe';
  const bands = useBands(picture, {
    table,
    labels: raster.labels,
    lamp,
    isMoving: lampInHand !== null,
    markers: rack.markers,
    isShown: showsBands,
  });
  const say = (said: string) => useDesk.getState().set({ said });
  const desk = useReading(useMake, picture, { isOpen: station === 'picture', isConflict: keep.kind === 'conflict', say });
  const originalPx = useOriginalSize(station === 'picture' ? picture : undefined);
  const [zoom, onZoom] = useState(1);
  const middle = useRef<Share>([0.5, 0.5]);
  const nearness: Nearness = { zoom, middle, onZoom };
  const stations = useMemo(() => (picture ? worklineOf(make, picture) : []), [make, picture]);
  const onShow = (id: string | null) => go({ pictureId: id });

  const showNextWhite = () => {
    const white = picture ? whiteRegions(picture, table) : [];
    const here = white.findIndex(({ id }) => id === useMake.getState().cursorRegionId);
    const next = white[(here + 1) % white.length];
    if (next) state.walkFrom(next.id);
  };
  const patchElement = (id: string, fields: { name?: string; ladder?: null | NonNullable<Picture['elements'][number]['ladder']> }) =>
    edit((newest) => {
      const there = pictureById(newest, picture?.id)?.elements.some((element) => element.id === id);
      return picture && there ? [{ kind: 'patch', entity: 'element', pictureId: picture.id, id, fields }] : null;
    });

  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh" data-read={picture && isReadUpToDate(picture) ? 'yes' : 'no'}>
      <header className="flex flex-wrap items-center gap-x-6 gap-y-1 px-4 pt-3 sm:px-8">
        <a href="/" className="font-display text-lg font-semibold underline decoration-2 underline-offset-4">
          Table
        </a>
        <h1 className="min-w-0 flex-1 truncate text-xl">{make.name}</h1>
        <KeepLine keep={keep} waitingFile={state.waitingFile} />
        <StepButtons useMake={useMake} />
      </header>
      <Workline stations={stations} current={station} onGo={(id) => go({ station: id })} />
      <PictureTags make={make} currentId={picture?.id ?? ''} onShow={onShow} />
      <main className="grid min-h-0 flex-1 gap-6 px-4 pb-4 sm:px-8 lg:grid-cols-[minmax(0,4fr)_minmax(0,6fr)]">
        <ErrorBoundary what="the picture" resetKey={`${station} ${picture?.id}`}>
          {picture && station === 'picture' ? (
            <PictureDesk
              useMake={useMake}
              useDesk={useDesk}
              desk={desk}
              picture={picture}
              table={table}
              raster={raster}
              originalPx={originalPx}
              nearness={nearness}
            />
          ) : (
            <PictureStage
              useMake={useMake}
              make={make}
              picture={picture}
              table={table}
              raster={raster}
              bands={bands}
              station={station}
              lamp={lamp}
              nearness={nearness}
            />
          )}
        </ErrorBoundary>
        <div className="min-h-0 overflow-y-auto bg-bench px-6 py-5" data-station={station}>
          <SetAsideNotice entries={state.setAside} onDrop={state.dropSetAside} />
          {state.misfit && (
            <ProblemNotice problem={{ code: 'misfit', message: state.misfit, remedy: 'Nothing was changed. Look at it as it is now.' }} />
          )}
          {raster.problem && (
            <ProblemNotice problem={raster.problem}>
              <Button onClick={raster.fetchAgain}>Fetch the picture again</Button>
            </ProblemNotice>
          )}
          <ErrorBoundary what="this station" resetKey={`${station} ${picture?.id}`}>
            {picture && station === 'picture' && (
              <div className="space-y-6">
                <PictureStation
                  useMake={useMake}
                  useDesk={useDesk}
                  desk={desk}
                  makeId={make.id}
                  picture={picture}
                  table={table}
                  originalPx={originalPx}
                  onGoOn={() => go({ station: 'elements' })}
                />
                <PicturesShelf useMake={useMake} make={make} currentId={picture.id} onShow={onShow} />
              </div>
            )}
            {picture && station === 'elements' && (
              <ElementsStation
                picture={picture}
                hand={hand}
                onTake={(elementId) => takeInHand(elementId === null ? { kind: 'nothing' } : { kind: 'element', elementId })}
                onRename={(elementId, name) => patchElement(elementId, { name })}
                onRemove={(elementId) => {
                  edit(() => [{ kind: 'remove', entity: 'element', pictureId: picture.id, id: elementId }]);
                  if (hand.kind === 'element' && hand.elementId === elementId) takeInHand({ kind: 'nothing' });
                }}
                onNextWhite={table ? showNextWhite : null}
              />
            )}
            {picture && station === 'groups' && (
              <GroupsStation
                picture={picture}
                table={table}
                rack={rack}
                hand={hand}
                onTake={takeInHand}
                onGive={(elementId, ladder) => patchElement(elementId, { ladder })}
              />
            )}
            {picture && station === 'light' && (
              <LightStation picture={picture} lamp={lamp} shares={bands.shares} problem={bands.problem} onSettle={settleLamp} />
            )}
            {picture && station === 'recipe' && (
              <RecipeStation
                make={make}
                picture={picture}
                table={table}
                rack={rack}
                onSchool={(school) => edit(() => [{ kind: 'patch', entity: 'make', fields: { school } }])}
              />
            )}
            {!picture && (
              <p>
                This make has no picture yet.{' '}
                <a href={`/makes/new?into=${make.id}`} className="underline">
                  Bring in a line image
                </a>
                .
              </p>
            )}
          </ErrorBoundary>
        </div>
      </main>
      <ConflictDialog keep={keep} onTakeTheirs={state.takeTheirs} onLayMineOnTop={state.layMineOnTop} />
    </div>
  );
}

export const MakeScreen = asPage('this make', MakeScreenWhole);
