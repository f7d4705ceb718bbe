import type { Remote } from 'comlink';
import { type PointerEvent, useEffect, useState } from 'react';
import { photoAddress } from '#islands/shared/logbook-calls.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { SessionPicture } from '#model/session';
import { Button } from '#ui/controls/button.tsx';
import type { CheckApi } from '#workers/check.worker';
import type { HeldAgainst } from './held-against';

type Props = {
  photo: string;
  against: HeldAgainst;
  picture: SessionPicture;
  ask: <T>(words: string, question: (api: Remote<CheckApi>) => Promise<T>) => Promise<T>;
  onTapped: (taps: [number, number][]) => void;
};

/** The four places of the drawing, numbered, and the photo in which they are tapped one after the other. */
export function TapPhoto({ photo, against, picture, ask, onTapped }: Props) {
  const [places, setPlaces] = useState<[number, number][]>([]);
  const [taps, setTaps] = useState<[number, number][]>([]);
  const [problem, setProblem] = useState('');
  const [lines, setLines] = useState('');
  useEffect(() => {
    const address = URL.createObjectURL(against.lines);
    setLines(address);
    const { lines: own, map, colours, widthMm } = against;
    ask('Looking for four places', (api) => api.places({ lines: own, map, colours, widthMm })).then(setPlaces, (error: unknown) =>
      setProblem(problemToShow(error).message),
    );
    return () => URL.revokeObjectURL(address);
  }, [against, ask]);
  const tap = (event: PointerEvent<HTMLElement>) => {
    if (taps.length >= places.length) return;
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const next: [number, number][] = [...taps, [(event.clientX - left) / width, (event.clientY - top) / height]];
    setTaps(next);
    if (next.length === 4) onTapped(next);
  };
  return (
    <div className="grid gap-3 sm:grid-cols-[14rem_minmax(0,1fr)]">
      <div>
        <p className="pb-2" role="status" data-taps={taps.length}>
          {problem ||
            (places.length === 0
              ? 'Looking for four places …'
              : taps.length < 4
                ? `Tap place ${taps.length + 1} in the photo.`
                : 'All four are tapped.')}
        </p>
        <div className="relative bg-paper" style={{ aspectRatio: `${picture.widthMm} / ${picture.heightMm}` }}>
          {lines && <img src={lines} alt="The drawing, with four numbered places" className="size-full" />}
          <Rings places={places} next={taps.length} isAsked />
        </div>
        {taps.length > 0 && (
          <p className="pt-2">
            <Button weight="quiet" onClick={() => setTaps(taps.slice(0, -1))}>
              Take the last tap back
            </Button>
          </p>
        )}
      </div>
      <div className="relative cursor-crosshair self-start" onPointerDown={tap} data-tap-photo>
        <img src={photoAddress(photo)} alt="The finished piece" className="block w-full" draggable={false} />
        <Rings places={taps} next={-1} />
      </div>
    </div>
  );
}

/** @param isAsked they are places to be tapped, not taps. */
function Rings({ places, next, isAsked = false }: { places: readonly (readonly [number, number])[]; next: number; isAsked?: boolean }) {
  return places.map(([x, y], index) => (
    <span
      key={`${x} ${y}`}
      data-place={isAsked ? `${x} ${y}` : undefined}
      style={{ left: `${100 * x}%`, top: `${100 * y}%` }}
      className={`pointer-events-none absolute grid size-7 -translate-x-1/2 -translate-y-1/2 place-items-center rounded-full border-2 border-ink font-code text-sm ${index === next ? 'bg-ink text-paper' : 'bg-paper/80'}`}
    >
      {index + 1}
    </span>
  ));
}
