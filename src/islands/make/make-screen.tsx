import { lazy, Suspense, useEffect, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '#ui/controls/button.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { createMakeStore, type MakeStore } from './document/make-store';

const fetchLoadedMake = () => import('./loaded-make');
const LoadedMake = lazy(() => fetchLoadedMake().then((module) => ({ default: module.LoadedMake })));

function Fetching() {
  return (
    <main className="p-8">
      <h1 className="text-3xl">Fetching the make …</h1>
    </main>
  );
}

function MakeScreenWhole({ makeId }: { makeId: string }) {
  const [useMake] = useState<MakeStore>(() => createMakeStore(makeId));
  const { phase, problem, isHere, load } = useMake(
    useShallow((state) => ({ phase: state.phase, problem: state.problem, isHere: state.make !== null, load: state.load })),
  );
  useEffect(() => {
    // The screen comes while the make does; one that cannot be had is told of when it is shown.
    fetchLoadedMake().catch(() => undefined);
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
  if (!isHere) return <Fetching />;
  return (
    <Suspense fallback={<Fetching />}>
      <LoadedMake useMake={useMake} />
    </Suspense>
  );
}

export const MakeScreen = asPage('this make', MakeScreenWhole);
