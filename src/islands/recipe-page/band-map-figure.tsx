import { useEffect, useRef } from 'react';
import { greyOfBand, smallBandMap } from '#core/scene/small-band-map';
import { arrowLines } from '#ui/picture/arrow-lines.ts';
import type { PlanAnswer } from '#workers/scene-messages';

type Props = {
  answer: PlanAnswer;
  elementId: string;
  name: string;
  rungs: number /** Whether its strokes go a way that is shown. */;
  hasWay: boolean;
};

/** Of a figure, in mm; and its pixels along the longer side: enough for print at this size. */
const [mostWideMm, mostTallMm, mostPx] = [28, 28, 360] as const;
/** Length of an arrow's head, in mm. */
const headMm = 1.1;
/** A number stands white on what is darker. */
const middleGrey = 140;
/** Height of a number on it, in mm: 9 pt. */
const numberMm = 3.2;

/** Where each marker of an element goes, as greys with the numbers of its ladder: readable in black and white. */
export function BandMapFigure({ answer, elementId, name, rungs, hasWay }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const index = answer.ids.indexOf(elementId);
  const small = index < 0 ? null : smallBandMap(answer.map, index + 1, rungs, mostPx);
  useEffect(() => {
    if (small) canvas.current?.getContext('2d')?.putImageData(new ImageData(small.rgba, small.width, small.height), 0, 0);
  });
  if (!small) return null;
  const [left, top, wide, tall] = small.box;
  const mm = Math.min(mostWideMm / wide, mostTallMm / tall);
  const numbers = (answer.places[index] ?? []).flatMap((place, band) =>
    place ? [{ band, x: (place.inside[0] - left) * mm, y: (place.inside[1] - top) * mm }] : [],
  );
  const ways = hasWay ? (answer.ways[index]?.ways ?? []) : [];
  return (
    <figure className="relative shrink-0" style={{ width: `${wide * mm}mm`, height: `${tall * mm}mm` }} data-band-map={name}>
      <canvas
        ref={canvas}
        width={small.width}
        height={small.height}
        className="size-full"
        role="img"
        aria-label={`Where the markers of ${name} go, by number`}
      />
      <svg className="absolute inset-0 size-full overflow-visible" viewBox={`0 0 ${wide * mm} ${tall * mm}`} aria-hidden="true">
        {ways.map((way) => {
          const points = way.map(([x, y]) => [(x - left) * mm, (y - top) * mm] as const);
          return (
            <g key={points.join(' ')} fill="none" strokeLinecap="round" data-way>
              {arrowLines(points, headMm).map((line) => (
                <polyline key={`under ${line}`} points={line} stroke="white" strokeWidth={0.8} />
              ))}
              {arrowLines(points, headMm).map((line) => (
                <polyline key={line} points={line} stroke="black" strokeWidth={0.3} />
              ))}
            </g>
          );
        })}
        {numbers.map(({ band, x, y }) => (
          <text
            key={band}
            x={x}
            y={y}
            fontSize={numberMm}
            fontWeight={700}
            textAnchor="middle"
            dominantBaseline="central"
            fill={greyOfBand(band, rungs) < middleGrey ? 'white' : 'black'}
            stroke={`rgb(${greyOfBand(band, rungs)} ${greyOfBand(band, rungs)} ${greyOfBand(band, rungs)})`}
            strokeWidth={1}
            paintOrder="stroke"
          >
            {band + 1}
          </text>
        ))}
      </svg>
    </figure>
  );
}
