import { useLayoutEffect, useRef } from 'react';
import { dragHandle, tapPx } from '../controls/drag-handle';
import { type LadderRung, rungPlaces } from './ladder';
import { lightnessAt, spreadLabels } from './lightness-scale';

export type RungWork = {
  /** The rung in hand, by its place. */
  inHand: number | null;
  onTake: (rung: number) => void;
  /** Moved by hand to a lightness; `settles` when it is let go. */
  onMoveTo: (rung: number, lightnessL: number, settles: boolean) => void;
  /** A key on a rung. @returns whether it meant something. */
  onKey: (rung: number, key: string, isHeld: boolean) => boolean;
};

type Props = RungWork & { rungs: readonly LadderRung[]; heightPx: number; name: string };

/** Least height of a rung's target. */
const leastPx = 24;

/** The rungs of one ladder on the rail, each to be picked up, moved along the scale, and worked on by keys. */
export function RailRungs({ rungs, heightPx, name, inHand, onTake, onMoveTo, onKey }: Props) {
  const places = spreadLabels(rungPlaces(rungs, heightPx), leastPx, heightPx);
  const moved = useRef<{ from: number; at: number; isFar: boolean } | null>(null);
  const list = useRef<HTMLUListElement>(null);
  // The keyboard goes with the rung in hand, past others too.
  useLayoutEffect(() => {
    const own = list.current;
    if (inHand !== null && own?.contains(document.activeElement)) own.querySelector<HTMLElement>(`[data-rung="${inHand}"]`)?.focus();
  }, [inHand]);
  const lightnessOf = (clientY: number): number => {
    const top = list.current?.getBoundingClientRect().top ?? 0;
    return lightnessAt(heightPx)(clientY - top);
  };
  const putDown = (rung: number, clientY: number) => {
    if (moved.current?.isFar) onMoveTo(rung, lightnessOf(clientY), true);
    moved.current = null;
  };
  return (
    <ul ref={list} aria-label={`Rungs of ${name}`} className="absolute inset-x-0 bottom-0" style={{ height: heightPx }}>
      {rungs.map(({ code, lab }, rung) => {
        const handle = dragHandle({
          onDrag: ({ clientY }) => {
            if (!moved.current) return;
            moved.current.at = clientY;
            moved.current.isFar ||= Math.abs(clientY - moved.current.from) >= tapPx;
            if (moved.current.isFar) onMoveTo(rung, lightnessOf(clientY), false);
          },
          onDrop: ({ clientY }) => putDown(rung, clientY),
          onCancel: () => putDown(rung, moved.current?.at ?? 0),
          onKey: (key, _, isHeld) => onKey(rung, key, isHeld),
        });
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: two lines may share a code; a rung is named by its place.
          <li key={rung}>
            <button
              type="button"
              aria-pressed={inHand === rung}
              aria-label={`Rung ${code}${lab ? `, lightness ${Math.round(lab.L)}` : ''}`}
              data-rung={rung}
              className={`absolute inset-x-0 cursor-ns-resize touch-none ${inHand === rung ? 'shadow-[inset_0_0_0_2.5px_var(--color-ink)]' : 'hover:shadow-[inset_0_0_0_1.5px_var(--color-soft)]'}`}
              style={{ top: (places[rung] ?? 0) - leastPx / 2, height: leastPx }}
              {...handle}
              onPointerDown={(event) => {
                moved.current = { from: event.clientY, at: event.clientY, isFar: false };
                handle.onPointerDown(event);
                onTake(rung);
              }}
            />
          </li>
        );
      })}
    </ul>
  );
}
