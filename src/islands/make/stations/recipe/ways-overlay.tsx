import { pxPerMmOfPicture } from '#core/make/scale';
import type { SeenBands } from '#core/technique/recipe';
import type { ColouredPicture } from '#model/coloured-picture';

type Props = { picture: ColouredPicture; seen: SeenBands | undefined; elementId: string | null; width: number; height: number };

/** Length of an arrow's head, in mm of the picture. */
const headMm = 1.6;

/** Which way flicks and feathered strokes go, as arrows from where they start to where they lift off. */
export function WaysOverlay({ picture, seen, elementId, width, height }: Props) {
  const ways = (elementId === null ? undefined : seen?.ways.get(elementId)?.ways) ?? [];
  if (ways.length === 0) return null;
  const pxPerMm = pxPerMmOfPicture(picture);
  const { widthPx, heightPx } = picture.grey;
  const head = headMm * pxPerMm;
  return (
    <svg
      className="pointer-events-none absolute inset-0"
      width={width}
      height={height}
      viewBox={`0 0 ${widthPx} ${heightPx}`}
      data-ways={ways.length}
      aria-hidden="true"
    >
      {ways.map((way) => {
        const [tip, before] = [way.at(-1)!, way.at(-2)!];
        const angle = Math.atan2(tip[1] - before[1], tip[0] - before[0]);
        const wing = (turn: number) => `${tip[0] - head * Math.cos(angle + turn)},${tip[1] - head * Math.sin(angle + turn)}`;
        const line = way.map(([x, y]) => `${x},${y}`).join(' ');
        const strokes = [line, `${wing(0.5)} ${tip[0]},${tip[1]} ${wing(-0.5)}`];
        return (
          <g key={line} fill="none" strokeLinecap="round" strokeLinejoin="round">
            {strokes.map((points) => (
              <polyline key={`under ${points}`} points={points} stroke="white" strokeWidth={0.9 * pxPerMm} />
            ))}
            {strokes.map((points) => (
              <polyline key={points} points={points} stroke="black" strokeWidth={0.35 * pxPerMm} />
            ))}
          </g>
        );
      })}
    </svg>
  );
}
