import { pxPerMmOfPicture } from '#core/make/scale';
import type { SeenBands } from '#core/technique/recipe';
import { arrowLines } from '#ui/picture/arrow-lines.ts';
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
        const strokes = arrowLines(way, head);
        return (
          <g key={strokes[0]} fill="none" strokeLinecap="round" strokeLinejoin="round">
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
