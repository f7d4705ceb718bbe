import { useRef } from 'react';
import type { Lab } from '#model/marker';
import { chipColours } from '#core/colour/coats';
import { inkHex, softHex } from '../colours';
import { lightnessMark, lightnessMarks } from './lightness-scale';
import { useSize } from '../size/use-size';

type Props = { colours: readonly { markerId: string; code: string; lab: Lab; share: number; areaMm2: number }[] };

const heightPx = 96;
const axisPx = 18;
/** Room at both ends of the scale. */
const endPx = 12;

/** Each marker's share of what is coloured as the height of a bar, standing at its lightness: white at the left, L* 0 at the right. No verdict. */
export function GlanceChart({ colours }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const { width } = useSize(place);
  const across = (lightnessL: number) => endPx + (width - 2 * endPx) * (1 - lightnessL / 100);
  const most = Math.max(0.01, ...colours.map(({ share }) => share));
  const barPx = Math.max(4, Math.min(12, width / Math.max(1, 2.2 * colours.length)));
  const words = colours
    .map(({ code, share, areaMm2 }) => `${code} ${Math.round(100 * share)} %, ${(areaMm2 / 100).toFixed(1)} cm²`)
    .join('; ');
  return (
    <div ref={place} className="w-full bg-paper">
      {width > 0 && (
        <svg
          width={width}
          height={heightPx + axisPx}
          role="img"
          aria-label={`Shares by lightness, light to dark: ${words}`}
          className="block"
        >
          <line x1={0} x2={width} y1={heightPx} y2={heightPx} stroke={inkHex} />
          {lightnessMarks.map((lightnessL) => (
            <text
              key={lightnessL}
              x={across(lightnessL)}
              y={heightPx + 14}
              fontSize="13"
              fill={softHex}
              textAnchor={lightnessL === 100 ? 'start' : lightnessL === 0 ? 'end' : 'middle'}
            >
              {lightnessMark(lightnessL)}
            </text>
          ))}
          {colours.map(({ markerId, code, lab, share, areaMm2 }) => {
            const { oneCoatHex } = chipColours(lab);
            const height = Math.max(2, (heightPx - 8) * (share / most));
            return (
              <rect
                key={markerId}
                x={across(lab.L) - barPx / 2}
                y={heightPx - height}
                width={barPx}
                height={height}
                fill={oneCoatHex}
                stroke={inkHex}
                strokeWidth="0.8"
              >
                <title>{`${code}: ${Math.round(100 * share)} %, ${(areaMm2 / 100).toFixed(1)} cm²`}</title>
              </rect>
            );
          })}
        </svg>
      )}
    </div>
  );
}
