import type { Lab } from '#model/marker';
import { chipColours } from '#core/colour/coats';
import { inkHex } from '../colours';

const [widthPx, heightPx] = [72, 52];

/** Two inks side by side with the line between them: in colour above, in lightness alone below. */
export function MeetingInks({ inks }: { inks: readonly [Lab, Lab] }) {
  return (
    <svg width={widthPx} height={heightPx} aria-hidden="true" className="shrink-0 border border-edge">
      {inks.map((lab, side) => {
        const at = { x: (side * widthPx) / 2, width: widthPx / 2, height: heightPx / 2 };
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the two sides are what they are.
          <g key={side}>
            <rect {...at} y={0} fill={chipColours(lab).oneCoatHex} />
            <rect {...at} y={heightPx / 2} fill={chipColours({ L: lab.L, a: 0, b: 0 }).oneCoatHex} />
          </g>
        );
      })}
      <line x1={widthPx / 2} x2={widthPx / 2} y1={0} y2={heightPx / 2} stroke={inkHex} strokeWidth={2.5} />
    </svg>
  );
}
