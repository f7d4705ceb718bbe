import { lazy, useEffect, useRef, useState } from 'react';
import type { Problem } from '#model/api/problem';
import { shownMarkers } from '#core/markers/assumed-colour';
import { fetchSession, sendEntries } from '#islands/shared/session-calls.ts';
import { fetchRack } from '#islands/shared/rack-fetched.ts';
import { fetchBlob, problemToShow } from '#islands/shared/server-calls.ts';
import { Button } from '#ui/controls/button.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { type AlongStore, createAlongStore } from './along-store';
import { AlongView } from './along-view';
import { openEntriesWaiting } from './entries-waiting';
import { EntryKeeper } from './entry-keeper';
import { fetchPace } from '#islands/shared/pace-fetched.ts';
import { usePhoto } from '#islands/shared/use-photo.ts';

const Afterwards = lazy(() => import('./afterwards').then((module) => ({ default: module.Afterwards })));

type Opened = { useAlong: AlongStore; makeId: string; isMakeThere: boolean; keeper: EntryKeeper };

async function openSession(id: string): Promise<Opened> {
  const [session, rack, pace, waiting] = await Promise.all([fetchSession(id), fetchRack(), fetchPace(), openEntriesWaiting()]);
  const { head, makeId, makeName, isMakeThere, entries } = session;
  let useAlong: AlongStore | null = null;
  const keeper = new EntryKeeper(id, {
    waiting,
    send: (some) => sendEntries(id, some),
    onChange: (kept) => useAlong?.getState().setEntries(kept),
  });
  useAlong = createAlongStore({
    ...{ makeName, head, pace, blobOf: fetchBlob },
    rack: { markers: shownMarkers(rack), pairNotes: rack.pairNotes },
    tell: (entryOf) => keeper.tell(entryOf),
  });
  await keeper.start(entries);
  return { useAlong, makeId, isMakeThere, keeper };
}

/** A session, coloured along: with what this browser could not send yet. */
function AlongScreenWhole({ sessionId }: { sessionId: string }) {
  const [opened, setOpened] = useState<Opened | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [turn, setTurn] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a turn is one try.
  useEffect(() => {
    let isCurrent = true;
    let keeper: EntryKeeper | null = null;
    const tryNow = () => keeper?.tryNow();
    setProblem(null);
    openSession(sessionId).then(
      (own) => {
        keeper = own.keeper;
        if (isCurrent) setOpened(own);
        else keeper.stop();
      },
      (error: unknown) => isCurrent && setProblem(problemToShow(error)),
    );
    window.addEventListener('online', tryNow);
    return () => {
      isCurrent = false;
      keeper?.stop();
      window.removeEventListener('online', tryNow);
    };
  }, [sessionId, turn]);
  if (problem) {
    return (
      <main className="mx-auto max-w-xl space-y-4 p-8">
        <h1 className="text-3xl">This session cannot be shown now</h1>
        <ProblemNotice problem={problem}>
          <Button onClick={() => setTurn(turn + 1)}>Try again</Button>
        </ProblemNotice>
        <a href="/" className="underline">
          To the table
        </a>
      </main>
    );
  }
  if (!opened) {
    return (
      <main className="p-8">
        <h1 className="text-3xl">Laying the session ready …</h1>
      </main>
    );
  }
  return <Along {...opened} sessionId={sessionId} />;
}

function Along({ useAlong, makeId, isMakeThere, sessionId }: Opened & { sessionId: string }) {
  const { said, keepPhoto } = usePhoto();
  const place = useRef(isMakeThere ? `/makes/${makeId}#colour` : '/');
  return (
    <AlongView
      useAlong={useAlong}
      onLeave={() => window.location.assign(place.current)}
      onPhoto={keepPhoto}
      photoSaid={said && <p role="status">{said}</p>}
      afterwards={<Afterwards {...{ useAlong, sessionId, makeId, isMakeThere }} />}
    />
  );
}

export const AlongScreen = asPage('this session', AlongScreenWhole);
