import type { PointerEvent, RefObject } from 'react';
import { arrowSteps, dragHandle } from '../controls/drag-handle';

type Place = readonly [number, number];

type Props = {
  name: string;
  /** Where it stands, as shares of the width and height of what it stands on. */
  at: Place;
  /** What it stands on. */
  on: RefObject<HTMLElement | null>;
  /** Least and greatest share it may take. */
  limits: readonly [number, number];
  /** Shares of width and height that a press of an arrow key moves it, alone and with Shift. */
  step: { plain: Place; shift: Place };
  look?: string;
  onMove: (place: [number, number]) => void;
  /** Told where it stands when the hand, or the key that has moved it, lets go. */
  onSettle?: ((place: [number, number]) => void) | undefined;
};

/** A round handle on a picture: a corner, or the end of a ruler. */
export function PlaceHandle({ name, at, on, limits: [least, most], step, look = 'rounded-full', onMove, onSettle }: Props) {
  const within = (share: number) => Math.max(least, Math.min(most, share));
  const placeOf = (event: PointerEvent): [number, number] | null => {
    const box = on.current?.getBoundingClientRect();
    return box ? [within((event.clientX - box.left) / box.width), within((event.clientY - box.top) / box.height)] : null;
  };
  return (
    <button
      type="button"
      aria-label={`${name}: arrow keys move it, with Shift by more`}
      className={`absolute size-11 -translate-x-1/2 -translate-y-1/2 cursor-move touch-none ${look}`}
      style={{ left: `${at[0] * 100}%`, top: `${at[1] * 100}%` }}
      {...dragHandle({
        onDrag: (event) => {
          const place = placeOf(event);
          if (place) onMove(place);
        },
        onDrop: (event) => {
          const place = placeOf(event);
          if (place) onSettle?.(place);
        },
        onCancel: () => onSettle?.([at[0], at[1]]),
        onKey: (key, withShift) => {
          const arrow = arrowSteps[key];
          if (!arrow) return false;
          const [alongX, alongY] = withShift ? step.shift : step.plain;
          onMove([within(at[0] + arrow[0] * alongX), within(at[1] + arrow[1] * alongY)]);
          return true;
        },
        onKeyRest: () => onSettle?.([at[0], at[1]]),
      })}
    >
      <span className="pointer-events-none absolute inset-[13px] rounded-full border-4 border-paper bg-accent shadow" />
    </button>
  );
}
