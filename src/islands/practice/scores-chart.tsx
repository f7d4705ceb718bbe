import { line, scaleLinear, scalePoint } from 'd3';
import { useRef } from 'react';
import { dayOf } from '#core/make/day-of';
import type { DrillTry } from '#model/practice';
import { inkHex, softHex } from '#ui/colours.ts';
import { useSize } from '#ui/size/use-size.ts';

const [heightPx, edgePx] = [64, 10] as const;
/** So many of the newest are drawn. */
const mostDrawn = 60;

/** Scores of one drill, time by time, from nothing at the bottom to full at the top. */
export function ScoresChart({ name, tries }: { name: string; tries: readonly DrillTry[] }) {
  const place = useRef<HTMLElement>(null);
  const { width } = useSize(place);
  const drawn = tries.slice(-mostDrawn);
  const across = scalePoint<number>(
    drawn.map((_, index) => index),
    [edgePx, Math.max(edgePx + 1, width - edgePx)],
  );
  const up = scaleLinear([0, 1], [heightPx - edgePx, edgePx]);
  const path = line<DrillTry>()
    .x((_, index) => across(index) ?? edgePx)
    .y(({ score }) => up(score));
  return (
    <figure ref={place} className="w-full" aria-label={`${name}: ${drawn.map(({ score }) => Math.round(100 * score)).join(', ')} of 100`}>
      {width > 0 && (
        <svg width={width} height={heightPx} aria-hidden="true">
          <line x1={0} x2={width} y1={up(1)} y2={up(1)} stroke={softHex} strokeOpacity="0.25" />
          <line x1={0} x2={width} y1={up(0)} y2={up(0)} stroke={softHex} strokeOpacity="0.5" />
          <path d={path(drawn) ?? ''} fill="none" stroke={inkHex} strokeWidth="2" />
          {drawn.map((own, index) => (
            <circle key={own.id} cx={across(index)} cy={up(own.score)} r={4} fill={inkHex}>
              <title>{`${dayOf(new Date(own.atMs))}: ${Math.round(100 * own.score)} of 100`}</title>
            </circle>
          ))}
        </svg>
      )}
    </figure>
  );
}
