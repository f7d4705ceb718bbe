import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Make } from '#model/make';
import { colouredPicture, lampOfColouring } from '#core/make/coloured';
import { lightVersion } from '#core/make/light-version';
import { isReadUpToDate } from '#core/make/reading-key';
import { Button } from '#ui/controls/button.tsx';
import { ErrorBoundary } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import type { Nearness, Share } from '#ui/picture/zoom-stage.tsx';
import { useFetchedAhead } from '#islands/shared/fetched-ahead.ts';
import { MakeHeader } from './make-header';
import type { MakeStore } from './document/make-store';
import { shownPicture, shownTable } from './document/shown-picture';
import { openDesks, stationOf, stations } from './stations/all-stations';
import { pictureStation } from './stations/picture/record';
import type { AnyStation, Desk, Seen, StationModule } from './stations/station';
import { useStation } from './stations/use-station';
import { PictureStage } from './picture/picture-stage';
import { ColouringTags } from './picture/colourings-shelf';
import { PictureTags } from './picture/pictures-shelf';
import { SetAsideNotice } from './document/set-aside-notice';
import { useAddress } from './use-address';
import type { Bands } from './plan/use-bands';
import { useOriginalSize } from './picture/use-original-size';
import { type Raster, useRaster } from './picture/use-raster';
import { useReading } from './picture/use-reading';
import { useShownScene } from './plan/use-shown-scene';

// A dialog comes when it is needed, or when the page has nothing else to do; so do the stations.
const fetchConflictDialog = () => import('./document/conflict-dialog').then((module) => ({ default: module.ConflictDialog }));
const ConflictDialog = lazy(fetchConflictDialog);
const ahead = { fetchConflictDialog, ...Object.fromEntries(stations.map(({ id, load }) => [id, load])) };

function NoPicture({ makeId }: { makeId: string }) {
  return (
    <p>
      This make has no picture yet.{' '}
      <a href={`/makes/new?into=${makeId}`} className="underline">
        Bring in a line image
      </a>
      .
    </p>
  );
}

/** Bands lie elsewhere since an update of ours: said once, until it was seen. */
function LightNotice({ useMake, make }: { useMake: MakeStore; make: Make }) {
  if (make.lightSeen >= lightVersion) return null;
  const seen = () =>
    useMake.getState().edit(() => [{ kind: 'patch', entity: 'make', fields: { lightSeen: lightVersion } }], { turn: { kind: 'none' } });
  return (
    <div role="status" className="flex flex-wrap items-center gap-3 border-l-8 border-ink bg-paper px-4 py-2">
      <p className="min-w-52 flex-1">
        The light is reckoned better since you last looked: bands may lie a little elsewhere. What you set is as it was.
      </p>
      <Button onClick={seen}>I have seen it</Button>
    </div>
  );
}

type NoticesProps = { useMake: MakeStore; make: Make; showsBands: boolean; raster: Raster; bands: Bands; unknown: string | null };

/** What went otherwise than was asked: said over the station. */
function Notices({ useMake, make, showsBands, raster, bands, unknown }: NoticesProps) {
  const { setAside, misfit, dropSetAside } = useMake(
    useShallow((state) => ({ setAside: state.setAside, misfit: state.misfit, dropSetAside: state.dropSetAside })),
  );
  return (
    <div className="space-y-3 not-empty:mb-3">
      {unknown !== null && (
        <p role="status" className="border-l-8 border-ink bg-paper px-4 py-2">
          There is no station “{unknown}” on the workline. Here are the elements.
        </p>
      )}
      {showsBands && <LightNotice useMake={useMake} make={make} />}
      <SetAsideNotice entries={setAside} onDrop={dropSetAside} />
      {misfit && <ProblemNotice problem={{ code: 'misfit', message: misfit, remedy: 'Nothing was changed. Look at it as it is now.' }} />}
      {raster.problem && (
        <ProblemNotice problem={raster.problem}>
          <Button onClick={raster.fetchAgain}>Fetch the picture again</Button>
        </ProblemNotice>
      )}
      {bands.problem && (
        <ProblemNotice
          problem={{
            code: 'no-light',
            message: bands.problem,
            remedy: 'What you made is safe. Start it again; if it comes again, load the page again.',
          }}
        >
          <Button onClick={bands.tryAgain}>Start it again</Button>
        </ProblemNotice>
      )}
    </div>
  );
}

// biome-ignore lint/suspicious/noExplicitAny: what lies on a desk is its station's.
type AtStation = { seen: Seen; record: AnyStation; module: StationModule<any> | null; useDesk: Desk<any> };

/** The picture in its place: as its station has it there, else on the stage. */
function PicturePlace({ seen, nearness, ...at }: AtStation & { nearness: Nearness }) {
  const desk = at.useDesk();
  const Place = at.module?.hasPlace?.(seen, desk) === false ? undefined : at.module?.Place;
  return Place ? <Place {...seen} useDesk={at.useDesk} nearness={nearness} /> : <PictureStage {...seen} {...at} nearness={nearness} />;
}

/** What stands beside the picture. */
function StationPanel({ seen, module, useDesk }: AtStation) {
  return module ? <module.Panel {...seen} useDesk={useDesk} /> : <p role="status">Opening …</p>;
}

/** A make that is here: picture, workline and station. */
export function LoadedMake({ useMake }: { useMake: MakeStore }) {
  const state = useMake(
    useShallow(({ make, keep, lampInHand, pictureId, colouringId, tables, ...actions }) => ({
      make: make as Make,
      keep,
      lampInHand,
      kept: shownPicture({ make, pictureId }),
      colouringId,
      table: shownTable({ make, pictureId, tables }),
      showPicture: actions.showPicture,
      takeTheirs: actions.takeTheirs,
      layMineOnTop: actions.layMineOnTop,
    })),
  );
  const { make, kept, table, keep, lampInHand, showPicture } = state;
  const [{ station, pictureId, colouringId, unknown }, go] = useAddress();
  useEffect(() => showPicture(pictureId, colouringId), [pictureId, colouringId, showPicture]);
  const picture = useMemo(() => kept && colouredPicture(kept, state.colouringId), [kept, state.colouringId]);
  useFetchedAhead(ahead);
  const [deskOf] = useState(openDesks);
  const record = stationOf(station);
  const module = useStation(record);
  const useDesk = deskOf(record);
  const shows = useDesk(useShallow(record.shows));
  const raster = useRaster(useMake, picture);
  const lamp = lampInHand ?? (picture ? lampOfColouring(make, picture.colouring) : make.lamp);
  const { shown, bands, parting } = useShownScene(useMake, { make, picture, table, raster, shows, lamp });
  const say = (said: string) => deskOf(pictureStation).getState().set({ said });
  const reading = useReading(useMake, kept, { table, isOpen: station === 'picture', isConflict: keep.kind === 'conflict', say });
  const originalPx = useOriginalSize(station === 'picture' ? picture : undefined);
  const [zoom, onZoom] = useState(1);
  const middle = useRef<Share>([0.5, 0.5]);
  const nearness: Nearness = { zoom, middle, onZoom };
  const onShow = (id: string | null) => go({ pictureId: id, colouringId: null });
  // What is in hand, and what is faded for it, ends with the work at a station.
  const onGo = (id: string) => {
    if (id === station) return;
    const elementId = (picture && stationOf(id).takesInHand?.(picture)) ?? null;
    useMake.getState().takeInHand(elementId === null ? { kind: 'nothing' } : { kind: 'element', elementId });
    go({ station: id });
  };
  const chosenId = useMake((all) => all.elementInHand());
  const seen: Seen | null = picture
    ? { useMake, make, picture, shown: shown ?? picture, table, raster, bands, parting, lamp, reading, originalPx, chosenId, go, deskOf }
    : null;

  return (
    // On an upright screen the picture stands above its panel and stays there too while the panel scrolls.
    <div className="flex h-dvh min-h-144 flex-col beside:min-h-0" data-read={picture && isReadUpToDate(picture) ? 'yes' : 'no'}>
      <MakeHeader useMake={useMake} make={make} picture={picture} station={station} onGo={onGo} />
      <PictureTags make={make} currentId={picture?.id ?? ''} onShow={onShow} />
      {picture && record.isOfColours && (
        <ColouringTags {...{ useMake, picture }} onShow={(id) => go({ pictureId: picture.id, colouringId: id })} />
      )}
      <main className="grid min-h-0 flex-1 grid-rows-[minmax(0,46fr)_minmax(0,54fr)] beside:grid-cols-[minmax(0,60fr)_minmax(0,40fr)] beside:grid-rows-1">
        <ErrorBoundary what="the picture" resetKey={`${station} ${picture?.id}`}>
          {seen ? <PicturePlace {...{ seen, record, module, useDesk, nearness }} /> : <div />}
        </ErrorBoundary>
        <div className="flex min-h-0 flex-col overflow-y-auto bg-bench px-4 py-4 lg:px-5" data-station={station}>
          <Notices {...{ useMake, make }} showsBands={bands.paint !== null} raster={raster} bands={bands} unknown={unknown} />
          <ErrorBoundary what="this station" resetKey={`${station} ${picture?.id}`}>
            {seen ? <StationPanel {...{ seen, record, module, useDesk }} /> : <NoPicture makeId={make.id} />}
          </ErrorBoundary>
        </div>
      </main>
      {keep.kind === 'conflict' && (
        <Suspense fallback={null}>
          <ConflictDialog keep={keep} onTakeTheirs={state.takeTheirs} onLayMineOnTop={state.layMineOnTop} />
        </Suspense>
      )}
    </div>
  );
}
