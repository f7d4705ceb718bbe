import { inkHex, paperHex } from '../colours';

/** Places of a border as shares of the picture's width and height. */
type Border = { key: string; isHeld: boolean; places: readonly (readonly [number, number])[] };

/** Borders marked on the picture: rings that are seen on light and dark alike; of the one that is held, larger ones. */
export function BorderMarks({ borders, width, height }: { borders: readonly Border[]; width: number; height: number }) {
  return (
    <svg
      width={width}
      height={height}
      className="pointer-events-none absolute inset-0"
      data-border-marks={borders.length}
      aria-hidden="true"
    >
      {borders.map(({ key, isHeld, places }) => (
        <g key={key} data-held={isHeld}>
          {places.map(([x, y]) => (
            <g key={`${x} ${y}`} transform={`translate(${x * width} ${y * height})`}>
              <circle r={isHeld ? 4.5 : 2.6} fill={paperHex} stroke={inkHex} strokeWidth={isHeld ? 2 : 1.2} />
            </g>
          ))}
        </g>
      ))}
    </svg>
  );
}
