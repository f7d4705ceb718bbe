import { lazy, type ReactNode, Suspense, useEffect, useState } from 'react';
import type { AlongStore } from './along-store';
import { BigButton } from './big-button';
import { MarkScreen } from './mark-screen';
import { PausedScreen } from './paused-screen';
import { useWakeLock } from './use-wake-lock';
import { useFetchedAhead } from '#islands/shared/fetched-ahead.ts';
import { isWithinBlend } from '#core/session/session-state';

// What is not the mark itself comes when the page has nothing else to do, and is here when the server is away.
const fetchEnd = () => import('./end-screen').then((module) => ({ default: module.EndScreen }));
const fetchHands = () => import('./hands-screen').then((module) => ({ default: module.HandsScreen }));
const fetchOtherwise = () => import('./otherwise-screen').then((module) => ({ default: module.OtherwiseScreen }));
const [EndScreen, HandsScreen, OtherwiseScreen] = [lazy(fetchEnd), lazy(fetchHands), lazy(fetchOtherwise)];
const ahead = { fetchEnd, fetchHands, fetchOtherwise };

type Props = {
  useAlong: AlongStore;
  onLeave: () => void;
  /** What is offered when all is done and the questions are answered. */
  afterwards: ReactNode;
  onPhoto?: (file: File) => Promise<string | null>;
  photoSaid?: ReactNode;
};

/** Whether the screen is a phone's: letters are a little smaller there. */
function useIsSmall(): boolean {
  const [isSmall, setIsSmall] = useState(false);
  useEffect(() => {
    const query = window.matchMedia('(max-width: 37rem), (max-height: 32rem)');
    const tell = () => setIsSmall(query.matches);
    tell();
    query.addEventListener('change', tell);
    return () => query.removeEventListener('change', tell);
  }, []);
  return isSmall;
}

/** Leaving while a blend is wet: what is on the paper dries with an edge. */
function LeaveScreen({ onStay, onLeave }: { onStay: () => void; onLeave: () => void }) {
  return (
    <main className="grid min-h-dvh grid-rows-[1fr_auto_auto] gap-3 bg-bench p-3 text-3xl">
      <div className="space-y-4">
        <h1 className="text-5xl">Finish this blend first</h1>
        <p>Its ink is wet: left now, it dries with an edge. What was done is kept either way.</p>
      </div>
      <BigButton weight="main" className="min-h-48 text-4xl" onClick={onStay}>
        Finish it
      </BigButton>
      <BigButton onClick={onLeave}>Leave all the same</BigButton>
    </main>
  );
}

/** A session as it stands: the mark to lay, what goes otherwise, a pause, or the end. */
export function AlongView(props: Props) {
  useFetchedAhead(ahead);
  return (
    <Suspense fallback={<main className="p-8 text-3xl">One moment …</main>}>
      <AlongNow {...props} />
    </Suspense>
  );
}

function AlongNow({ useAlong, onLeave, afterwards, onPhoto, photoSaid }: Props) {
  const { state } = useAlong();
  const [open, setOpen] = useState<'mark' | 'otherwise' | 'hands' | 'leave'>('mark');
  const isSmall = useIsSmall();
  const isOver = state.current === null || state.isEnded;
  const awake = useWakeLock(!isOver && !state.isPaused);
  const isWithin = isWithinBlend(state.marks, state);
  useEffect(() => {
    if (!isWithin) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [isWithin]);
  const mark = state.current === null ? undefined : state.marks[state.current];
  const leave = () => (isWithin && open !== 'leave' ? setOpen('leave') : onLeave());
  const close = () => setOpen('mark');
  if (isOver || !mark) return <EndScreen {...{ useAlong, onPhoto, photoSaid }}>{afterwards}</EndScreen>;
  if (open === 'hands') return <HandsScreen awake={awake} onClose={close} />;
  if (open === 'leave') return <LeaveScreen onStay={close} onLeave={onLeave} />;
  if (state.isPaused) return <PausedScreen useAlong={useAlong} onLeave={onLeave} />;
  if (open === 'otherwise')
    return <OtherwiseScreen {...{ useAlong, mark }} onClose={close} onHands={() => setOpen('hands')} onLeave={leave} />;
  return <MarkScreen {...{ useAlong, mark, isSmall, awake }} onMore={() => setOpen('otherwise')} />;
}
