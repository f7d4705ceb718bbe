import { accentHex, inkHex, paperHex } from '../colours';

/** An edge of a thing, as shares of the picture's width (x and y alike). */
export type EdgeMark = { id: string; points: readonly (readonly [number, number])[]; isCut: boolean };

/** Edges as they lie on the picture: a bar where a thing is cut off, dots where it rounds away. @param width of the picture in CSS px. */
export function EdgeMarks({ marks, width }: { marks: readonly EdgeMark[]; width: number }) {
  return (
    <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
      {marks.map(({ id, points, isCut }) => {
        const way = points.map(([x, y]) => `${x * width},${y * width}`).join(' ');
        return (
          <g key={id} data-edge={isCut ? 'cut' : 'round'} fill="none" strokeLinecap="round">
            <polyline points={way} stroke={paperHex} strokeWidth={isCut ? 9 : 4} />
            <polyline
              points={way}
              stroke={isCut ? accentHex : inkHex}
              strokeWidth={isCut ? 5 : 2}
              strokeDasharray={isCut ? undefined : '1 7'}
            />
          </g>
        );
      })}
    </svg>
  );
}
