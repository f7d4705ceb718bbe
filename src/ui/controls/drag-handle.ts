import type { KeyboardEvent, PointerEvent } from 'react';

type Options<E extends Element> = {
  /** Told while the hand moves with the handle down. */
  onDrag: (event: PointerEvent<E>) => void;
  /** Told when the hand lets go. */
  onDrop?: ((event: PointerEvent<E>) => void) | undefined;
  /** Told when the system takes the hand away, such as a palm or a gesture of its own: nothing may stay in the air. */
  onCancel: () => void;
  /** A key was pressed on the handle, or is held down. @returns whether it meant something. */
  onKey: (key: string, withShift: boolean, isHeld: boolean) => boolean;
  /** Told once when the key that has moved it is let go: however long it was held, that is one move. */
  onKeyRest?: (() => void) | undefined;
};

/** A hand that moves less than this, in CSS px, has tapped. */
export const tapPx = 7;

/** Unit steps of the arrow keys: x right, y down. */
export const arrowSteps: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** What makes an element a handle that is moved by hand and by keys alike. */
export function dragHandle<E extends HTMLElement | SVGElement = HTMLElement>({ onDrag, onDrop, onCancel, onKey, onKeyRest }: Options<E>) {
  // A render may come between the two: the handle itself remembers that a key has moved it.
  const rest = ({ currentTarget }: { currentTarget: E }) => {
    if (!currentTarget.dataset.movedByKey) return;
    delete currentTarget.dataset.movedByKey;
    onKeyRest?.();
  };
  return {
    onPointerDown: (event: PointerEvent<E>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      event.currentTarget.focus();
    },
    onPointerMove: (event: PointerEvent<E>) => {
      if (event.currentTarget.hasPointerCapture(event.pointerId)) onDrag(event);
    },
    onPointerUp: (event: PointerEvent<E>) => {
      if (event.currentTarget.hasPointerCapture(event.pointerId)) onDrop?.(event);
    },
    onPointerCancel: (event: PointerEvent<E>) => {
      if (event.currentTarget.hasPointerCapture(event.pointerId)) onCancel();
    },
    onKeyDown: (event: KeyboardEvent<E>) => {
      if (!onKey(event.key, event.shiftKey, event.repeat)) return;
      event.preventDefault();
      if (onKeyRest) event.currentTarget.dataset.movedByKey = 'yes';
    },
    onKeyUp: rest,
    onBlur: rest,
  };
}
