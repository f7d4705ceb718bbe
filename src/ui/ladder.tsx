import type { Role } from '#model/ladder';
import type { Lab } from '#model/marker';
import { rolesOfLadder } from '#core/markers/ladder';
import { DoubleChipShape } from './double-chip';
import { lightnessScale, spreadLabels } from './lightness-scale';

export type LadderRung = { code: string; lab?: Lab | undefined };

type Props = {
  rungs: readonly LadderRung[];
  height: number;
  /** Says the role beside each code. Default true. */
  withRoles?: boolean;
  width?: number;
  /** Ends under the darkest rung instead of at the end of the scale; the scale itself stays true. Default false. */
  cutBelow?: boolean;
};

const chipWidth = 32;
const stileGap = 21;
const chipHeight = 13;

/** Position of rungs without a measured colour: evenly spaced, so that the order still shows. */
function assumedLightness(index: number, count: number): number {
  return 92 - (60 * (index + 0.5)) / count;
}

/** A group as a ladder: rungs stand at their measured lightness on a true scale, so a wide step is seen as a distance. */
export function Ladder({ rungs, height, withRoles = true, width = withRoles ? 140 : 90, cutBelow = false }: Props) {
  const scale = lightnessScale(height);
  const places = rungs.map(({ lab }, index) => scale(lab?.L ?? assumedLightness(index, rungs.length)));
  const labels = spreadLabels(places, withRoles ? 30 : 15, height);
  const roles: readonly Role[] = rungs.length > 0 ? rolesOfLadder(rungs.length) : [];
  const top = Math.min(...places, height) - 14;
  const bottom = Math.max(...places, 0) + 14;
  const words = rungs.map(({ code, lab }, index) => `${code} ${roles[index]}${lab ? `, lightness ${Math.round(lab.L)}` : ''}`).join('; ');
  const shownHeight = cutBelow ? Math.max(bottom, ...labels.map((y) => y + (withRoles ? 26 : 10))) : height;
  return (
    <svg
      width={width}
      height={shownHeight}
      viewBox={`0 0 ${width} ${shownHeight}`}
      role="img"
      aria-label={rungs.length > 0 ? `Ladder: ${words}` : 'No ladder yet'}
      className="block overflow-visible"
    >
      {rungs.length > 0 && (
        <>
          <line x1={5} x2={5} y1={top} y2={bottom} stroke="#141414" strokeWidth="2" strokeLinecap="round" />
          <line x1={5 + stileGap} x2={5 + stileGap} y1={top} y2={bottom} stroke="#141414" strokeWidth="2" strokeLinecap="round" />
        </>
      )}
      {rungs.map(({ code, lab }, index) => {
        const y = places[index] as number;
        const labelY = labels[index] as number;
        return (
          <g key={code}>
            <DoubleChipShape lab={lab} width={chipWidth} height={chipHeight} x={0} y={y - chipHeight / 2} />
            {Math.abs(labelY - y) > 5 && (
              <path d={`M${chipWidth + 1} ${y} L${chipWidth + 5} ${labelY}`} stroke="#4a4a4a" strokeWidth="1" fill="none" />
            )}
            <text x={chipWidth + 6} y={labelY + 4.5} className="font-code" fontSize="13" fill="#141414">
              {code}
            </text>
            {withRoles && (
              <text x={chipWidth + 6} y={labelY + 18} fontSize="13" fill="#4a4a4a">
                {roles[index]}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
