import type { Role } from '#model/ladder';
import type { Lab } from '#model/marker';
import { rolesOfLadder } from '#core/markers/ladder';
import type { LadderWarning } from '#core/markers/ladder-warnings';
import { inkHex, paperHex, softHex } from '../colours';
import { DoubleChipShape } from './double-chip';
import { lightnessScale, spreadLabels } from './lightness-scale';

export type LadderRung = {
  code: string;
  lab?: Lab | undefined;
  /** Its colour is only assumed from its code. */
  isAssumed?: boolean;
  /** What it is called instead of its role. */
  where?: string | undefined;
};

type Props = {
  rungs: readonly LadderRung[];
  height: number;
  /** Says the role beside each code. Default true. */
  withRoles?: boolean;
  /** Default: as wide as its longest code needs, within a limit. */
  width?: number;
  /** Codes beside the chips, or upright where there is little room. Default beside. */
  codes?: 'beside' | 'upright';
  /** Ends under the darkest rung instead of at the end of the scale; the scale itself stays true. Default false. */
  cutBelow?: boolean;
  /** What may go wrong, marked where it does. Default none. */
  warnings?: readonly LadderWarning[];
  /** Bare paper is kept: it is the top rung. Default false. */
  keepsPaper?: boolean;
};

const paperRung: LadderRung = { code: 'paper', lab: { L: 100, a: 0, b: 0 } };

const chipHeight = 13;
const besideChip = 32;
const uprightChip = 13;
/** Advance of one sign of the code face at 13 px, with a little air. */
export const signPx = 7.9;
const mostBesidePx = 240;
/** Room at the left for the signs of warnings. */
const warningPx = 14;

/** Position of rungs without a measured colour: evenly spaced, so that the order still shows. */
function assumedLightness(index: number, count: number): number {
  return 92 - (60 * (index + 0.5)) / count;
}

const shownCode = ({ code, isAssumed }: LadderRung): string => (isAssumed ? `≈${code}` : code);

/** Where the rungs of a ladder stand, from its top, in px. */
export function rungPlaces(rungs: readonly LadderRung[], height: number): number[] {
  const scale = lightnessScale(height);
  return rungs.map(({ lab }, index) => scale(lab?.L ?? assumedLightness(index, rungs.length)));
}

/** Px that a ladder needs for its longest code beside its chips. */
export function widthBeside(rungs: readonly LadderRung[], withRoles: boolean): number {
  const longest = Math.max(0, ...rungs.map((rung) => shownCode(rung).length), withRoles ? 8 : 0);
  return Math.min(mostBesidePx, Math.ceil(besideChip + 8 + longest * signPx));
}

/** A code cut to what fits; whoever needs the rest finds it in the title. */
function cutCode(code: string, roomPx: number): string {
  const signs = Math.max(1, Math.floor(roomPx / signPx));
  return code.length <= signs ? code : `${code.slice(0, Math.max(1, signs - 1))}…`;
}

/** A group as a ladder: rungs stand at their measured lightness on a true scale, so a wide step is seen as a distance. */
export function Ladder({
  rungs,
  height,
  withRoles = true,
  codes = 'beside',
  cutBelow = false,
  warnings = [],
  keepsPaper = false,
  ...rest
}: Props) {
  const isUpright = codes === 'upright';
  const left = warnings.length > 0 && !isUpright ? warningPx : 0;
  const width = rest.width ?? widthBeside(rungs, withRoles) + left;
  const chipWidth = isUpright ? uprightChip : besideChip;
  const all = keepsPaper && rungs.length > 0 ? [paperRung, ...rungs] : rungs;
  const before = all.length - rungs.length;
  const places = [...rungPlaces(all.slice(0, before), height), ...rungPlaces(rungs, height)];
  const longestPx = Math.max(0, ...rungs.map((rung) => shownCode(rung).length)) * signPx + 6;
  const uprightPx = Math.min(longestPx, height / Math.max(1, all.length));
  const leastPx = isUpright ? uprightPx : withRoles ? 30 : 15;
  const labels = spreadLabels(places, leastPx, height);
  const roles: readonly Role[] = rungs.length > 0 ? rolesOfLadder(rungs.length) : [];
  const top = Math.min(...places, height) - 10;
  const bottom = Math.max(...places, 0) + 10;
  const words = rungs.map(({ code, lab }, index) => `${code} ${roles[index]}${lab ? `, lightness ${Math.round(lab.L)}` : ''}`).join('; ');
  const said = warnings.map((warning) => warning.words).join('; ');
  const shownHeight = cutBelow ? Math.max(bottom, ...labels.map((y) => y + (withRoles ? 26 : 10))) : height;
  const stiles = isUpright ? [2.5, 10.5] : [5, 26];
  return (
    <svg
      width={width}
      height={shownHeight}
      viewBox={`${-left} 0 ${width} ${shownHeight}`}
      role="img"
      aria-label={
        rungs.length > 0 ? `Ladder: ${before > 0 ? 'bare paper; ' : ''}${words}${said ? `. Mind: ${said}` : ''}` : 'No ladder yet'
      }
      className="block"
    >
      {rungs.length > 0 &&
        stiles.map((x) => <line key={x} x1={x} x2={x} y1={top} y2={bottom} stroke={inkHex} strokeWidth="2" strokeLinecap="round" />)}
      {all.map((rung, index) => {
        const y = places[index] as number;
        const labelY = labels[index] as number;
        const code = shownCode(rung);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: two lines may share a code; a rung is named by its place.
          <g key={index}>
            <DoubleChipShape lab={rung.lab} width={chipWidth} height={chipHeight} x={0} y={y - chipHeight / 2} />
            {isUpright ? (
              <text
                transform={`translate(${chipWidth + 11.5} ${labelY}) rotate(-90)`}
                textAnchor="middle"
                className="font-code"
                fontSize="13"
                fill={inkHex}
              >
                <title>{code}</title>
                {cutCode(code, uprightPx - 2)}
              </text>
            ) : (
              <>
                {Math.abs(labelY - y) > 5 && (
                  <path d={`M${chipWidth + 1} ${y} L${chipWidth + 5} ${labelY}`} stroke={softHex} strokeWidth="1" fill="none" />
                )}
                <text x={chipWidth + 6} y={labelY + 4.5} className="font-code" fontSize="13" fill={inkHex}>
                  <title>{code}</title>
                  {cutCode(code, width - left - chipWidth - 6)}
                </text>
                {withRoles && (
                  <text x={chipWidth + 6} y={labelY + 18} fontSize="13" fill={softHex}>
                    {index < before ? 'bare' : (rung.where ?? roles[index - before])}
                  </text>
                )}
              </>
            )}
          </g>
        );
      })}
      {warnings.map(({ kind, rung, isStep, words: own }) => {
        const here = places[rung + before] ?? 0;
        const y = isStep ? (here + (places[rung + before + 1] ?? here)) / 2 : here;
        return <WarningSign key={`${kind} ${rung}`} x={isUpright ? chipWidth / 2 : -8} y={y} words={own} />;
      })}
    </svg>
  );
}

/** A small triangle that says on hover what is to be minded. */
function WarningSign({ x, y, words }: { x: number; y: number; words: string }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <title>{words}</title>
      <path d="M0 -7 L7 6 L-7 6 Z" fill={inkHex} stroke={paperHex} strokeWidth="1.5" />
      <path d="M0 -2.5 L0 2 M0 3.6 L0 4.6" stroke={paperHex} strokeWidth="1.6" />
    </g>
  );
}
