import { type ReactNode, useState } from 'react';
import { dragHandle, tapPx } from '../controls/drag-handle';

type Props = {
  label: string;
  /** What follows the hand while it is dragged. */
  ghost: ReactNode;
  /** Let go at a place of the window. */
  onDropAt: (clientX: number, clientY: number) => void;
  /** Tapped, or pressed by a key. */
  onPress: () => void;
  isPressed?: boolean;
  className?: string;
  children: ReactNode;
};

type Way = { from: readonly [number, number]; to: readonly [number, number] };

/** Something that is dragged to where it goes, by mouse, pen or finger; or pressed, by those who do not drag. */
export function DragChip({ label, ghost, onDropAt, onPress, isPressed, className = '', children }: Props) {
  const [way, setWay] = useState<Way | null>(null);
  const isFar = way !== null && Math.hypot(way.to[0] - way.from[0], way.to[1] - way.from[1]) >= tapPx;
  const handle = dragHandle({
    onDrag: ({ clientX, clientY }) => setWay((now) => now && { ...now, to: [clientX, clientY] }),
    onDrop: ({ clientX, clientY }) => {
      setWay(null);
      if (isFar) onDropAt(clientX, clientY);
      else onPress();
    },
    onCancel: () => setWay(null),
    onKey: (key) => {
      if (key === 'Escape' && way) setWay(null);
      if (key !== 'Enter' && key !== ' ') return false;
      onPress();
      return true;
    },
  });
  return (
    <>
      <button
        type="button"
        aria-label={label}
        title={label}
        aria-pressed={isPressed}
        className={`touch-none ${className}`}
        {...handle}
        onPointerDown={(event) => {
          setWay({ from: [event.clientX, event.clientY], to: [event.clientX, event.clientY] });
          handle.onPointerDown(event);
        }}
      >
        {children}
      </button>
      {isFar && (
        <span
          className="pointer-events-none fixed z-50 -translate-x-1/2 -translate-y-full shadow-[0_2px_10px_rgb(0_0_0/0.35)]"
          style={{ left: way.to[0], top: way.to[1] - 8 }}
          aria-hidden="true"
        >
          {ghost}
        </span>
      )}
    </>
  );
}
