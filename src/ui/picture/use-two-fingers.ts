import { type RefObject, useEffect, useEffectEvent } from 'react';

type Place = { clientX: number; clientY: number };

type Handlers<Start> = {
  /** Two fingers are down, their middle here: what is to be known when they move. */
  start: (at: Place) => Start;
  /** Their middle is here now, and they are so many times as far apart as at the start. */
  move: (at: Place, spread: number, from: Start) => void;
  /** A wheel turned with Ctrl, or two fingers on a touchpad, which browsers tell in the same way: nearer by this factor. */
  wheel: (at: Place, factor: number) => void;
};

/** How much nearer one notch of a wheel (100 px as browsers tell it) brings: about 1.5 times. */
const wheelRate = 0.004;

const middleOf = ([first, second]: readonly [Place, Place]): Place => ({
  clientX: (first.clientX + second.clientX) / 2,
  clientY: (first.clientY + second.clientY) / 2,
});
const apart = ([first, second]: readonly [Place, Place]) =>
  Math.max(1, Math.hypot(first.clientX - second.clientX, first.clientY - second.clientY));

/**
 * Two fingers on an element: moved and spread. What one finger had begun is called off as a browser would do it, by a
 * `pointercancel`, and the moves of both are kept from what lies inside until all fingers are up.
 */
export function useTwoFingers<Start>(element: RefObject<HTMLElement | null>, isOn: boolean, handlers: Handlers<Start>): void {
  const begin = useEffectEvent(handlers.start);
  const go = useEffectEvent(handlers.move);
  const turn = useEffectEvent(handlers.wheel);
  useEffect(() => {
    const own = element.current;
    if (!own || !isOn) return;
    const fingers = new Map<number, Place>();
    let gesture: { from: Start; apartPx: number } | null = null;
    const pair = (): [Place, Place] | null => {
      const [first, second] = [...fingers.values()];
      return first && second ? [first, second] : null;
    };
    const onDown = (event: PointerEvent) => {
      if (event.pointerType !== 'touch') return;
      const earlier = [...fingers.keys()];
      fingers.set(event.pointerId, event);
      const both = pair();
      if (!both) return;
      event.stopPropagation();
      if (gesture) return;
      gesture = { from: begin(middleOf(both)), apartPx: apart(both) };
      for (const pointerId of earlier) {
        event.target?.dispatchEvent(new PointerEvent('pointercancel', { pointerId, bubbles: true, pointerType: 'mouse' }));
      }
    };
    const onMove = (event: PointerEvent) => {
      if (!fingers.has(event.pointerId)) return;
      fingers.set(event.pointerId, event);
      if (!gesture) return;
      event.stopPropagation();
      const both = pair();
      if (both) go(middleOf(both), apart(both) / gesture.apartPx, gesture.from);
    };
    const onUp = (event: PointerEvent) => {
      if (event.pointerType !== 'touch' || !fingers.delete(event.pointerId)) return;
      if (gesture) event.stopPropagation();
      if (fingers.size === 0) gesture = null;
    };
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey) return;
      event.preventDefault();
      turn({ clientX: event.clientX, clientY: event.clientY }, Math.exp(-wheelRate * event.deltaY));
    };
    own.addEventListener('pointerdown', onDown, true);
    own.addEventListener('pointermove', onMove, true);
    own.addEventListener('pointerup', onUp, true);
    own.addEventListener('pointercancel', onUp, true);
    own.addEventListener('wheel', onWheel, { passive: false });
    return () => {
      own.removeEventListener('pointerdown', onDown, true);
      own.removeEventListener('pointermove', onMove, true);
      own.removeEventListener('pointerup', onUp, true);
      own.removeEventListener('pointercancel', onUp, true);
      own.removeEventListener('wheel', onWheel);
    };
  }, [element, isOn]);
}
