import { useRef, useState } from 'react';
import type { Outside } from '#model/outside';
import type { ColouredPicture } from '#model/coloured-picture';
import { accentHex, paperHex } from '#ui/colours.ts';
import { PlaceHandle } from '#ui/picture/place-handle.tsx';

type Ground = Extract<Outside, { kind: 'ground' }>;
type Props = { picture: ColouredPicture; onMove: (elementId: string, outside: Ground) => void };

/** The lines along which ground shadows lie, over the picture: both ends are moved by hand and keys. */
export function GroundLines({ picture, onMove }: Props) {
  const sheet = useRef<HTMLDivElement>(null);
  // The end in the hand; an edit only when it is let go.
  const [moving, setMoving] = useState<{ id: string; outside: Ground } | null>(null);
  const { widthMm, heightMm } = picture;
  const step = { plain: [1 / widthMm, 1 / heightMm], shift: [5 / widthMm, 5 / heightMm] } as const;
  return (
    <div ref={sheet} className="pointer-events-none absolute inset-0">
      {picture.elements.map(({ id, name, outside }) => {
        if (outside?.kind !== 'ground') return null;
        const shown = moving?.id === id ? moving.outside : outside;
        const share = ([x, y]: readonly [number, number]) => [x / widthMm, y / heightMm] as const;
        const [from, to] = [share(shown.from), share(shown.to)];
        return (
          <div key={id} data-ground={id}>
            <svg className="absolute inset-0 size-full" aria-hidden="true">
              {[
                [paperHex, 6],
                [accentHex, 3],
              ].map(([colour, thick]) => (
                <line
                  key={colour}
                  x1={`${100 * from[0]}%`}
                  y1={`${100 * from[1]}%`}
                  x2={`${100 * to[0]}%`}
                  y2={`${100 * to[1]}%`}
                  stroke={String(colour)}
                  strokeWidth={thick}
                  strokeDasharray="8 6"
                />
              ))}
            </svg>
            {(['from', 'to'] as const).map((end) => {
              const moved = ([x, y]: readonly [number, number]): Ground => ({ ...shown, [end]: [x * widthMm, y * heightMm] });
              return (
                <PlaceHandle
                  key={end}
                  name={`${end === 'from' ? 'Left' : 'Right'} end of ${name}`}
                  at={end === 'from' ? from : to}
                  on={sheet}
                  limits={[0, 1]}
                  step={step}
                  look="pointer-events-auto rounded-full border-4 border-accent bg-paper/60"
                  onMove={(place) => setMoving({ id, outside: moved(place) })}
                  onSettle={(place) => {
                    setMoving(null);
                    onMove(id, moved(place));
                  }}
                />
              );
            })}
          </div>
        );
      })}
    </div>
  );
}
