import { useMemo } from 'react';
import { cutLines } from '#core/technique/cut-lines';
import type { PlacedAreas } from '#core/technique/wet-areas-of-picture';
import { inkHex, paperHex } from '#ui/colours.ts';

type Props = {
  areas: readonly PlacedAreas[];
  /** The element whose parts stand out; null: all alike. */
  elementId: string | null;
  /** Of the picture, in mm, and in CSS px. */
  widthMm: number;
  width: number;
  height: number;
};

const numberPx = 17;

/** What is coloured at once, as it lies on the picture: each part with its number. */
export function WetAreasOverlay({ areas, elementId, widthMm, width, height }: Props) {
  const shown = useMemo(() => areas.filter((own) => own.areas.length > 1).map((own) => ({ own, lines: cutLines(own) })), [areas]);
  if (shown.length === 0) return null;
  const pxPerMm = width / widthMm;
  return (
    <svg className="pointer-events-none absolute inset-0" width={width} height={height} data-wet-areas={shown.length} aria-hidden="true">
      {shown.map(({ own, lines }) => (
        <g key={own.elementId} opacity={elementId !== null && elementId !== own.elementId ? 0.25 : 1} fill="none">
          {lines.map((line) => {
            const points = line.map(([x, y]) => `${x * pxPerMm},${y * pxPerMm}`).join(' ');
            return (
              <g key={points} strokeLinejoin="round">
                <polyline points={points} stroke={paperHex} strokeWidth={4} />
                <polyline points={points} stroke={inkHex} strokeWidth={1.75} strokeDasharray="6 4" />
              </g>
            );
          })}
          {own.areas.map(({ placesMm }, index) =>
            placesMm.map(([x, y]) => (
              <g key={`${x} ${y}`} transform={`translate(${x * pxPerMm} ${y * pxPerMm})`}>
                <circle r={numberPx * 0.68} fill={paperHex} stroke={inkHex} strokeWidth={1.5} />
                <text textAnchor="middle" dy="0.36em" fontSize={numberPx * 0.82} fontWeight={600} fill={inkHex}>
                  {index + 1}
                </text>
              </g>
            )),
          )}
        </g>
      ))}
    </svg>
  );
}
