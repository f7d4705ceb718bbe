import { useEffect, useRef } from 'react';
import type { PlannedMark } from '#model/session';
import { minutesWords, sayMark, sayNext } from '#core/session/mark-said';
import { isWithinBlend } from '#core/session/session-state';
import { timeLeft } from '#core/session/time-left';
import { type AlongStore, layMark, pictureOfMark, takeBack, tellOfMark } from './along-store';
import { BigButton } from './big-button';
import { CodeWords } from './code-words';
import { actOfKey, useHandSettings } from './hand-settings';
import { PictureOfMark, usePictureSeen } from './picture-of-mark';
import { Timers } from './timers';
import { useReadOut } from './use-voice';
import type { Awake } from './use-wake-lock';

/** An elbow touches twice: what comes sooner after a mark was laid is no other mark. */
const bounceMs = 250;

type Props = { useAlong: AlongStore; mark: PlannedMark; isSmall: boolean; awake: Awake; onMore: () => void };

/** Keys of the desk: next, back, again. A button that has the focus keeps its own. */
function useDeskKeys(act: (kind: 'next' | 'back' | 'again') => void): void {
  const keys = useHandSettings((state) => state.keys);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isButton = event.target instanceof HTMLElement && event.target.closest('button, a, input, textarea, select') !== null;
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      const kind = actOfKey(event.key, keys);
      if (kind === null || (isButton && (event.key === ' ' || event.key === 'Enter'))) return;
      event.preventDefault();
      act(kind);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [act, keys]);
}

/** One mark fills the screen: its code, where on the picture, how, and what comes next. */
export function MarkScreen({ useAlong, mark, isSmall, awake, onMore }: Props) {
  const { head, state, pace, blobOf, waiting, problem, pausesSoon } = useAlong();
  const picture = pictureOfMark({ head, state });
  const { seen, isMissing } = usePictureSeen(picture, blobOf);
  const place = state.current ?? 0;
  const standing = state.standings.get(mark.id);
  const marker = standing?.marker ?? mark;
  const next = state.marks.find(({ id }, index) => index > place && state.standings.get(id)?.state === 'open') ?? null;
  const codeOf = ({ id, code }: PlannedMark) => state.standings.get(id)?.marker.code ?? code;
  const done = state.marks.filter(({ id }) => state.standings.get(id)?.state !== 'open').length;
  const left = timeLeft(state.marks, state, pace);
  const said = sayMark(mark, marker);
  useReadOut(standing?.passes ? `${said} Once more.` : said);
  const lastMs = useRef(0);
  const act = (kind: 'next' | 'back' | 'again') => {
    const now = Date.now();
    // A clock that was set back is no bounce.
    if (now >= lastMs.current && now - lastMs.current < bounceMs) return;
    lastMs.current = now;
    if (kind === 'next') layMark(useAlong);
    else if (kind === 'back') takeBack(useAlong);
    else tellOfMark(useAlong, (id) => ({ kind: 'again', mark: id }));
  };
  useDeskKeys(act);
  const isWithin = isWithinBlend(state.marks, state);
  const words = isSmall ? 'text-xl' : 'text-3xl';
  return (
    <main className="grid h-dvh grid-rows-[auto_minmax(0,1fr)_auto] gap-3 overflow-hidden bg-paper p-3 landscape:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)] landscape:grid-rows-[auto_minmax(0,1fr)_auto] landscape:gap-x-6">
      <h1 className="sr-only">Colour along: {picture?.name}</h1>
      <div className="landscape:col-start-2 landscape:row-start-1">
        <CodeWords code={marker.code} lab={marker.lab} isSmall={isSmall} />
      </div>
      <div className="grid min-h-0 grid-rows-[minmax(0,1fr)_auto] gap-2 portrait:grid-cols-1 landscape:col-start-2 landscape:row-start-2 landscape:grid-rows-[1fr]">
        <div className="min-h-0 landscape:hidden">
          <PictureOfMark {...{ head, state, picture, seen, isMissing, mark }} />
        </div>
        <div className={`min-h-0 space-y-2 overflow-y-auto leading-tight ${words}`} data-mark={mark.id} aria-live="polite">
          <p>
            <strong>{mark.over}</strong>
            {mark.copy && (
              <strong className="ml-3 bg-ink px-2 text-paper" data-copy>
                {mark.copy.number} of {mark.copy.of}
              </strong>
            )}
          </p>
          <p>
            {mark.where}: {mark.how}
            {mark.nib === 'fine' && ', fine nib'}
          </p>
          {(standing?.passes ?? 0) > 0 && (
            <p className="font-semibold" data-passes={standing?.passes}>
              Laid {standing?.passes === 1 ? 'once' : `${standing?.passes} times`}; once more.
            </p>
          )}
          {mark.minds?.map((words) => (
            <p key={words} className="border-l-8 border-ink pl-3 text-xl" data-mind>
              ▲ {words}
            </p>
          ))}
          <p className="border-l-8 border-edge pl-3" data-next>
            ▸ {sayNext(mark, next, codeOf)}
          </p>
          <Timers {...{ state, mark }} />
          <p className="text-xl text-soft" role="status" data-left={Math.round(left.seconds)}>
            {done + 1} of {state.marks.length}, {minutesWords(left.seconds)} left{left.sessions > 0 && ' at your pace'}
            {awake.kind === 'sleeps' && '. The screen may go dark here'}
            {pausesSoon && '. Finish this blend first, then it pauses.'}
            {waiting > 0 && problem && `. ${waiting} kept in this browser: ${problem.message}`}
          </p>
        </div>
      </div>
      <div className="hidden min-h-0 landscape:col-start-1 landscape:row-span-3 landscape:row-start-1 landscape:block">
        <PictureOfMark {...{ head, state, picture, seen, isMissing, mark }} />
      </div>
      <div className="grid grid-cols-3 gap-2 landscape:col-start-2 landscape:row-start-3 landscape:grid-cols-[repeat(3,minmax(6rem,1fr))_2.5fr]">
        <BigButton onClick={() => act('back')} disabled={!state.last}>
          Back
        </BigButton>
        <BigButton onClick={() => act('again')}>Once more</BigButton>
        <BigButton className="px-1! text-xl!" onClick={onMore}>
          It goes otherwise
        </BigButton>
        <BigButton
          weight="main"
          className="col-span-3 min-h-28 text-4xl landscape:col-span-1 landscape:min-h-24"
          onClick={() => act('next')}
          data-within={isWithin}
        >
          Next
        </BigButton>
      </div>
    </main>
  );
}
