import { accentHex, inkHex } from '../colours';

/** A stroke of a soft spot as shares of the picture's width (x, y and radius alike). */
export type SpotMark = {
  id: string;
  strokes: readonly { points: readonly (readonly [number, number])[]; radius: number }[];
  isHeld: boolean;
};

/** Soft spots as they lie on the picture: dashed, since they have no outline of their own. @param width of the picture in CSS px. */
export function SpotMarks({ marks, width }: { marks: readonly SpotMark[]; width: number }) {
  return (
    <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
      {marks.map(({ id, strokes, isHeld }) => (
        <g key={id} data-spot={id} fill="none" stroke={isHeld ? accentHex : inkHex} strokeWidth={isHeld ? 2.5 : 1.5} strokeDasharray="4 4">
          {strokes.map(({ points, radius }, index) => {
            const [x, y] = points[0] ?? [0, 0];
            // biome-ignore lint/suspicious/noArrayIndexKey: strokes only come and go at the end.
            if (points.length === 1) return <circle key={index} cx={x * width} cy={y * width} r={radius * width} />;
            const way = points.map(([px, py]) => `${px * width},${py * width}`).join(' ');
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: strokes only come and go at the end.
              <g key={index}>
                <polyline
                  points={way}
                  strokeWidth={Math.max(3, 2 * radius * width)}
                  strokeOpacity={0.18}
                  strokeDasharray="none"
                  strokeLinecap="round"
                />
                <polyline points={way} />
              </g>
            );
          })}
        </g>
      ))}
    </svg>
  );
}
