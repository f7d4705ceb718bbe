import { useEffect, useRef } from 'react';
import { greyOfBand, smallBandMap } from '#core/scene/small-band-map';
import type { PlanAnswer } from '#workers/scene-messages';

type Props = { answer: PlanAnswer; elementId: string; name: string; rungs: number };

/** Of a figure, in mm; and its pixels along the longer side: enough for print at this size. */
const [mostWideMm, mostTallMm, mostPx] = [32, 28, 360] as const;
/** A number stands white on what is darker. */
const middleGrey = 140;
/** Height of a number on it, in mm: 9 pt. */
const numberMm = 3.2;

/** Where each marker of an element goes, as greys with the numbers of its ladder: readable in black and white. */
export function BandMapFigure({ answer, elementId, name, rungs }: Props) {
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
