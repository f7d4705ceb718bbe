import { inkHex } from '../colours';
import type { Lab } from '#model/marker';
import { chipColours } from '#core/colour/coats';
import { lightnessScale } from './lightness-scale';

const columnPx = 25;
const heightPx = 70;

/** A column of it: an element with its markers, light to dark; one without a colour is not drawn. */
export type MiniColumn = { element: string; rungs: readonly { code: string; lab?: Lab | undefined }[] };

/** The value rail in miniature: a column an element, a rung a marker, at true lightness. Codes stand in its words. */
export function MiniRail({ ladders }: { ladders: readonly MiniColumn[] }) {
  const scale = lightnessScale(heightPx);
  const words = ladders.map(({ element, rungs }) => `${element} ${rungs.map(({ code }) => code).join(' ')}`).join('; ');
  const width = ladders.length * columnPx + 4;
  return (
    <svg
      viewBox={`0 0 ${width} ${heightPx}`}
      width={width}
      height={heightPx}
      role="img"
      aria-label={`Value rail: ${words}`}
      className="max-w-full bg-paper"
    >
      {ladders.map(({ rungs }, column) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: two elements may share a name; columns do not move.
        <g key={column} transform={`translate(${column * columnPx + 4} 0)`}>
          {rungs.map(({ code, lab }, rung) => {
            if (!lab) return null;
            const { oneCoatHex, twoCoatsHex } = chipColours(lab);
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: a code may stand twice; rungs do not move.
              <g key={`${code} ${rung}`} transform={`translate(0 ${scale(lab.L) - 4})`}>
                <rect width="11" height="8" fill={oneCoatHex} />
                <rect x="11" width="11" height="8" fill={twoCoatsHex} />
                <rect width="22" height="8" fill="none" stroke={inkHex} strokeOpacity="0.35" strokeWidth="0.7" />
              </g>
            );
          })}
        </g>
      ))}
    </svg>
  );
}
