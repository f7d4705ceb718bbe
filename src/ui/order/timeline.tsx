import { scaleLinear } from 'd3';
import { useRef } from 'react';
import { inkHex, paperHex, softHex } from '../colours';
import { useSize } from '../size/use-size';
import { clockWords } from './clock-words';

export type TimelineBar = {
  id: string;
  name: string;
  from: number;
  to: number;
  /** Until when it dries, where something waits for that. */
  driesUntil?: number | undefined;
  /** Colour of its darkest ink. */
  hex: string | undefined;
};

type Props = {
  bars: readonly TimelineBar[];
  totalSeconds: number;
  /** The bar that stands out. */
  chosenId: string | null;
  onChoose: (id: string) => void;
};

const [barPx, dryPx, axisPx, endPx] = [34, 8, 20, 18] as const;

/** What is coloured when, from left to right, and under it what dries meanwhile; where nothing stands, nothing else can be done. */
export function Timeline({ bars, totalSeconds, chosenId, onChoose }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const { width } = useSize(place);
  const across = scaleLinear([0, Math.max(1, totalSeconds)], [endPx, Math.max(endPx + 1, width - endPx)]);
  return (
    <div ref={place} className="w-full bg-paper">
      {width > 0 && (
        <svg
          width={width}
          height={barPx + dryPx + axisPx}
          className="block"
          role="img"
          aria-label={`From 0:00 to ${clockWords(totalSeconds)}: ${bars.map(({ name, from }) => `${clockWords(from)} ${name}`).join(', ')}`}
          data-timeline={bars.length}
        >
          <line x1={endPx} x2={width - endPx} y1={barPx} y2={barPx} stroke={inkHex} />
          {bars.map(({ id, name, from, to, hex }) => (
            // biome-ignore lint/a11y/noStaticElementInteractions: the list below is what keys walk; here a hand points.
            <rect
              key={id}
              x={across(from)}
              width={Math.max(1.5, across(to) - across(from) - 1)}
              y={id === chosenId ? 2 : 10}
              height={id === chosenId ? barPx - 2 : barPx - 10}
              fill={hex ?? paperHex}
              stroke={inkHex}
              strokeWidth={id === chosenId ? 1.5 : 0.5}
              onClick={() => onChoose(id)}
            >
              <title>{name}</title>
            </rect>
          ))}
          {bars.map(
            ({ id, to, driesUntil }) =>
              driesUntil !== undefined && (
                <line
                  key={id}
                  x1={across(to)}
                  x2={across(Math.min(driesUntil, totalSeconds))}
                  y1={barPx + dryPx / 2 + 1}
                  y2={barPx + dryPx / 2 + 1}
                  stroke={inkHex}
                  strokeWidth={3}
                  strokeDasharray="2 3"
                  data-dries={id}
                />
              ),
          )}
          {across.ticks(Math.max(2, Math.floor(width / 90))).map((tick) => (
            <text key={tick} x={across(tick)} y={barPx + dryPx + 15} fontSize={12} textAnchor="middle" fill={softHex}>
              {clockWords(tick)}
            </text>
          ))}
        </svg>
      )}
    </div>
  );
}
