import { minutesWords } from '#core/session/mark-said';
import { timeLeft } from '#core/session/time-left';
import { type AlongStore, tellAct } from './along-store';
import { BigButton } from './big-button';
import { Timers } from './timers';

/** A pause between blends: what dries goes on. */
export function PausedScreen({ useAlong, onLeave }: { useAlong: AlongStore; onLeave: () => void }) {
  const { state, pace } = useAlong();
  const mark = state.current === null ? null : state.marks[state.current];
  return (
    <main className="grid min-h-dvh grid-rows-[1fr_auto_auto] gap-3 bg-bench p-3 text-3xl">
      <div className="space-y-4">
        <h1 className="text-5xl">Paused</h1>
        <p>Nothing wet was left behind. Cap the markers. {minutesWords(timeLeft(state.marks, state, pace).seconds)} are left.</p>
        {mark && <Timers {...{ state, mark }} />}
      </div>
      <BigButton weight="main" className="min-h-48 text-4xl" autoFocus onClick={() => tellAct(useAlong, { kind: 'resume' })}>
        Go on
      </BigButton>
      <BigButton onClick={onLeave}>Leave; it waits for you</BigButton>
    </main>
  );
}
