import { byId as rowsById } from '#core/make/by-id';
import { inkHex } from '../colours';
import type { Marker } from '#model/marker';
import type { MakeSummary } from '#model/make-summary';
import { chipColours } from '#core/colour/coats';
import { lightnessScale } from './lightness-scale';

const columnPx = 25;
const heightPx = 70;

/** The value rail in miniature: a column an element, a rung a marker, at true lightness. Codes stand in its words. */
export function MiniRail({ ladders, markers }: { ladders: MakeSummary['ladders']; markers: readonly Marker[] }) {
  const scale = lightnessScale(heightPx);
  const byId = rowsById(markers);
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
      {ladders.map(({ elementId, rungs }, column) => (
        <g key={elementId} transform={`translate(${column * columnPx + 4} 0)`}>
          {rungs.map(({ markerId }) => {
            const lab = byId.get(markerId)?.lab;
            if (!lab) return null;
            const { oneCoatHex, twoCoatsHex } = chipColours(lab);
            return (
              <g key={markerId} transform={`translate(0 ${scale(lab.L) - 4})`}>
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
