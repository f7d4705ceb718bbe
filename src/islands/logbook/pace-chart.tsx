import { extent, line, max, scaleLinear, scaleTime } from 'd3';
import { useRef } from 'react';
import type { LogbookFigures } from '#model/api/logbook';
import { dayOf } from '#core/make/day-of';
import { loggedAddress } from '#islands/shared/logbook-calls.ts';
import { inkHex, softHex } from '#ui/colours.ts';
import { useSize } from '#ui/size/use-size.ts';

const [heightPx, leftPx, endPx, axisPx] = [170, 40, 16, 22] as const;

/** Cm2 a minute, sitting by sitting; each point leads to its sitting. */
export function PaceChart({ pace }: { pace: LogbookFigures['pace'] }) {
  const place = useRef<HTMLElement>(null);
  const { width } = useSize(place);
  const [first, last] = extent(pace, ({ atMs }) => atMs);
  if (first === undefined || last === undefined) return <p>No sitting tells of your pace yet: three marks of one are enough.</p>;
  const across = scaleTime([new Date(first), new Date(last === first ? first + 1 : last)], [leftPx, Math.max(leftPx + 1, width - endPx)]);
  const up = scaleLinear([0, max(pace, ({ cm2PerMinute }) => cm2PerMinute) ?? 1], [heightPx - axisPx, 12]).nice(4);
  const path = line<LogbookFigures['pace'][number]>()
    .x(({ atMs }) => across(new Date(atMs)))
    .y(({ cm2PerMinute }) => up(cm2PerMinute));
  return (
    <figure ref={place} className="w-full bg-paper" aria-label={`Your pace in cm² a minute, ${pace.length} sittings`}>
      {width > 0 && (
        <svg width={width} height={heightPx}>
          <title>Your pace, sitting by sitting</title>
          {up.ticks(4).map((tick) => (
            <g key={tick}>
              <line x1={leftPx} x2={width} y1={up(tick)} y2={up(tick)} stroke={softHex} strokeOpacity="0.25" />
              <text x={leftPx - 6} y={up(tick) + 4} fontSize="13" textAnchor="end" fill={softHex}>
                {tick}
              </text>
            </g>
          ))}
          <text x={leftPx} y={heightPx - 5} fontSize="13" fill={softHex}>
            {dayOf(new Date(first))}
          </text>
          {last > first && (
            <text x={width - endPx} y={heightPx - 5} fontSize="13" textAnchor="end" fill={softHex}>
              {dayOf(new Date(last))}
            </text>
          )}
          <path d={path(pace) ?? ''} fill="none" stroke={inkHex} strokeWidth="2" />
          {pace.length <= 200 &&
            pace.map(({ atMs, cm2PerMinute, sessionId }) => (
              <a
                key={sessionId}
                href={loggedAddress(sessionId)}
                aria-label={`${dayOf(new Date(atMs))}: ${cm2PerMinute.toFixed(1)} cm² a minute`}
              >
                <circle cx={across(new Date(atMs))} cy={up(cm2PerMinute)} r={7} fill={inkHex} />
              </a>
            ))}
        </svg>
      )}
    </figure>
  );
}
