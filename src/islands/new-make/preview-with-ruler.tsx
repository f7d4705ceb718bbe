import { accentHex, paperHex } from '#ui/colours.ts';
import { type ReactNode, useRef } from 'react';
import type { OriginalPlace, Preparation } from '#model/preparation';
import { PlaceHandle } from '#ui/picture/place-handle.tsx';

type Place = OriginalPlace;
/** Both ends as shares of the picture's width and height. */
export type RulerEnds = readonly [Place, Place];

type Props = {
  src: string;
  alt: string;
  /** Corners of the sheet that is cut out; null: all of it is taken. */
  sheet: Preparation['corners'] | null;
  ends: RulerEnds | null;
  /** Stands under the picture, as wide as it. */
  children?: ReactNode;
  onEnds: (ends: RulerEnds) => void;
};

const names = ['Start of the ruler', 'End of the ruler'] as const;

/** The picture that was brought in, and a ruler over it whose ends are moved by hand or by keys. */
export function PreviewWithRuler({ src, alt, sheet, ends, onEnds, children }: Props) {
  const picture = useRef<HTMLDivElement>(null);
  const move = (index: number, place: Place) => {
    if (ends) onEnds(index === 0 ? [place, ends[1]] : [ends[0], place]);
  };
  return (
    <div className="mx-auto w-fit">
      <div ref={picture} className="relative">
        <img src={src} alt={alt} className="block max-h-[26rem] max-w-full" draggable={false} />
        {sheet && (
          <svg
            viewBox="0 0 1 1"
            preserveAspectRatio="none"
            className="pointer-events-none absolute inset-0 size-full"
            data-sheet-seen
            aria-hidden="true"
          >
            <path
              fillRule="evenodd"
              d={`M0 0H1V1H0ZM${sheet.map(([x, y]) => `${x} ${y}`).join('L')}Z`}
              fill={paperHex}
              fillOpacity={0.62}
            />
            <polygon
              points={sheet.map(([x, y]) => `${x},${y}`).join(' ')}
              fill="none"
              stroke={accentHex}
              strokeWidth={3}
              vectorEffect="non-scaling-stroke"
            />
          </svg>
        )}
        {ends && (
          <svg viewBox="0 0 1 1" preserveAspectRatio="none" className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
            <polyline
              points={ends.map(([x, y]) => `${x},${y}`).join(' ')}
              stroke={accentHex}
              strokeWidth={4}
              strokeDasharray="10 4"
              vectorEffect="non-scaling-stroke"
            />
          </svg>
        )}
        {ends?.map((end, index) => (
          <PlaceHandle
            key={names[index]}
            name={names[index] ?? ''}
            at={end}
            on={picture}
            limits={[0, 1]}
            step={{ plain: [0.005, 0.005], shift: [0.05, 0.05] }}
            onMove={(place) => move(index, place)}
          />
        ))}
      </div>
      {children}
    </div>
  );
}
