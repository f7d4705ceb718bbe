import { scaleLinear } from 'd3';
import { formatLength, type LengthUnit } from '#core/card/lengths';
import { thicknessOf } from '#core/layout/laid';
import { boundsMm } from '#core/outline/outline';
import type { CardLook } from './use-card-look';

/** Heights are drawn so many times as large as lengths: a card is thin. */
const times = 8;

/** The card from below its lower edge, closed, with the true thickness of everything, drawn higher than it is. */
export function SideView({ look, unit, totalMm }: { look: CardLook; unit: LengthUnit; totalMm: number }) {
  const { front, laid, heights, beside, card } = look;
  const base = thicknessOf(front.paper, beside.supplies);
  const inside = Math.max(0, ...laid.filter(({ isInside }) => isInside).map(({ item }) => heights.get(item.id)?.topMm ?? 0));
  const ground = 2 * base + inside;
  const size = Math.max(3, front.widthMm / 32);
  const high = times * totalMm;
  const up = scaleLinear([0, Math.max(0.1, totalMm)], [high, 0]);
  const bar = (bottomMm: number, topMm: number) => ({ y: up(topMm), height: Math.max(0.4, up(bottomMm) - up(topMm)) });
  const parts = laid.filter(({ item }) => heights.has(item.id));
  return (
    <figure className="flex min-h-0 flex-1 flex-col" data-thickness={totalMm.toFixed(2)}>
      <svg
        viewBox={`${-size * 6} ${-size * 2} ${front.widthMm + size * 12} ${high + size * 4}`}
        className="min-h-0 w-full flex-1"
        role="img"
        aria-label={`${card.name} from the side: ${totalMm.toFixed(1)} mm thick, heights drawn ${times} times as large`}
      >
        <rect x={0} width={front.widthMm} {...bar(0, base)} className="fill-paper stroke-ink" strokeWidth={0.3} />
        {parts.map(({ item, name, outline, isInside }) => {
          const height = heights.get(item.id);
          if (!height) return null;
          const { xMm, widthMm } = boundsMm(outline);
          const from = isInside ? base : ground;
          const foam = item.foamMm ?? 0;
          return (
            <g key={item.id}>
              {foam > 0 && (
                <rect
                  x={xMm + widthMm * 0.1}
                  width={widthMm * 0.8}
                  {...bar(from + height.bottomMm - foam, from + height.bottomMm)}
                  className="fill-wall stroke-soft"
                  strokeWidth={0.2}
                  strokeDasharray="1 1"
                />
              )}
              <rect
                x={xMm}
                width={widthMm}
                {...bar(from + height.bottomMm, from + height.topMm)}
                className="fill-paper stroke-ink"
                strokeWidth={0.3}
              >
                <title>{`${name}: ${height.bottomMm.toFixed(1)} to ${height.topMm.toFixed(1)} mm over the base`}</title>
              </rect>
            </g>
          );
        })}
        <rect x={0} width={front.widthMm} {...bar(base + inside, ground)} className="fill-paper stroke-ink" strokeWidth={0.3} />
        <line x1={-size * 1.5} x2={-size * 1.5} y1={0} y2={high} className="stroke-ink" strokeWidth={0.4} />
        <text x={-size * 2} y={high / 2} textAnchor="end" dominantBaseline="central" fontSize={size} className="fill-ink font-code">
          {`${totalMm.toFixed(1)} mm`}
        </text>
      </svg>
      <figcaption className="text-center text-sm">
        Seen from its lower edge, {formatLength(front.widthMm, unit)} wide; heights are drawn {times} times as large.
      </figcaption>
    </figure>
  );
}
