import { type KeyboardEvent, useRef } from 'react';
import type { OriginalPlace, Preparation } from '#model/preparation';

type Place = OriginalPlace;
/** Both ends as shares of the picture's width and height. */
export type RulerEnds = readonly [Place, Place];

type Props = {
  src: string;
  alt: string;
  /** Corners of the sheet that is cut out; null: all of it is taken. */
  sheet: Preparation['corners'] | null;
  ends: RulerEnds | null;
  onEnds: (ends: RulerEnds) => void;
};

const names = ['Start of the ruler', 'End of the ruler'] as const;
const steps: Record<string, Place> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
const limit = (share: number) => Math.max(0, Math.min(1, share));

/** The picture that was brought in, and a ruler over it whose ends are moved by hand or by keys. */
export function PreviewWithRuler({ src, alt, sheet, ends, onEnds }: Props) {
  const picture = useRef<HTMLDivElement>(null);
  const move = (index: number, place: Place) => {
    if (ends) onEnds(index === 0 ? [place, ends[1]] : [ends[0], place]);
  };
  return (
    <div ref={picture} className="relative mx-auto w-fit">
      <img src={src} alt={alt} className="block max-h-[26rem] max-w-full" draggable={false} />
      {sheet && (
        <svg
          viewBox="0 0 1 1"
          preserveAspectRatio="none"
          className="pointer-events-none absolute inset-0 size-full"
          data-sheet-seen
          aria-hidden="true"
        >
          <path fillRule="evenodd" d={`M0 0H1V1H0ZM${sheet.map(([x, y]) => `${x} ${y}`).join('L')}Z`} fill="#fff" fillOpacity={0.62} />
          <polygon
            points={sheet.map(([x, y]) => `${x},${y}`).join(' ')}
            fill="none"
            stroke="#005f69"
            strokeWidth={3}
            vectorEffect="non-scaling-stroke"
          />
        </svg>
      )}
      {ends && (
        <svg viewBox="0 0 1 1" preserveAspectRatio="none" className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
          <polyline
            points={ends.map(([x, y]) => `${x},${y}`).join(' ')}
            stroke="#005f69"
            strokeWidth={4}
            strokeDasharray="10 4"
            vectorEffect="non-scaling-stroke"
          />
        </svg>
      )}
      {ends?.map(([x, y], index) => (
        <button
          key={names[index]}
          type="button"
          aria-label={`${names[index]}: arrow keys move it, with Shift by more`}
          className="absolute size-11 -translate-x-1/2 -translate-y-1/2 cursor-move touch-none rounded-full"
          style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
          onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
          onPointerMove={(event) => {
            const box = picture.current?.getBoundingClientRect();
            if (!box || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
            move(index, [limit((event.clientX - box.left) / box.width), limit((event.clientY - box.top) / box.height)]);
          }}
          onKeyDown={(event: KeyboardEvent) => {
            const step = steps[event.key];
            if (!step) return;
            event.preventDefault();
            const reach = event.shiftKey ? 0.05 : 0.005;
            move(index, [limit(x + step[0] * reach), limit(y + step[1] * reach)]);
          }}
        >
          <span className="pointer-events-none absolute inset-[13px] rounded-full border-4 border-paper bg-accent shadow" />
        </button>
      ))}
    </div>
  );
}
