import { inkHex, paperHex } from '../colours';
import { chipColours } from '#core/colour/coats';
import type { Lab } from '#model/marker';

type Props = {
  lab: Lab | undefined /** As measured. Default: as they follow from one coat. */;
  twoCoats?: Lab | undefined;
  width?: number;
  height?: number;
  x?: number;
  y?: number;
};

/** Outline of a marker stroke: a blunt start at the left, a lifted end at the right. `from` and `to` cut it into halves. */
function strokePath(width: number, height: number): string {
  const lift = height * 0.45;
  return `M${height * 0.22} 1 Q0 ${height / 2} ${height * 0.16} ${height - 1} L${width - lift} ${height - 1.4} Q${width - lift * 0.3} ${height * 0.86} ${width} ${height * 0.2} Q${width - lift * 0.7} ${height * 0.12} ${width - lift} 1.2 Z`;
}

/** A marker as a short stroke on paper: one coat at the left, two at the right. An SVG group, to stand inside ladders too. */
export function DoubleChipShape({ lab, twoCoats, width = 44, height = 16, x = 0, y = 0 }: Props) {
  const path = strokePath(width, height);
  if (!lab) {
    return (
      <g transform={`translate(${x} ${y})`}>
        <path d={path} fill={paperHex} stroke={inkHex} strokeWidth="1" strokeDasharray="3 2" />
      </g>
    );
  }
  const { oneCoatHex, twoCoatsHex } = chipColours(lab, twoCoats);
  // The second coat is cut off by the same outline; the nested svg clips without ids that could collide.
  return (
    <g transform={`translate(${x} ${y})`}>
      <path d={path} fill={oneCoatHex} />
      <svg x={width / 2} y={0} width={width / 2} height={height} viewBox={`${width / 2} 0 ${width / 2} ${height}`} aria-hidden="true">
        <path d={path} fill={twoCoatsHex} />
      </svg>
      <path d={path} fill="none" stroke={inkHex} strokeOpacity={lab.L > 88 ? 0.55 : 0.15} strokeWidth="0.8" />
    </g>
  );
}

/** The chip on white paper with its code: colour never carries meaning alone. */
export function DoubleChip({ lab, twoCoats, code }: { lab: Lab | undefined; twoCoats?: Lab | undefined; code: string }) {
  return (
    <span className="inline-flex items-center gap-2 bg-paper px-1.5 py-0.5">
      <svg width="44" height="16" viewBox="0 0 44 16" aria-hidden="true">
        <DoubleChipShape lab={lab} twoCoats={twoCoats} />
      </svg>
      <span className="font-code text-sm">{code}</span>
    </span>
  );
}
