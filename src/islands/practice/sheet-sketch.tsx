import { boundsMm, type OutlineMm } from '#core/outline/outline';
import { handSheet } from '#core/practice/hand/hand-sheet';
import type { HandDrillId } from '#model/practice';
import { inkHex, softHex } from '#ui/colours.ts';

const pathOf = (outline: OutlineMm) => `M${outline.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;

/** The first figures of a practice sheet, small: what is on it. */
export function SheetSketch({ drill }: { drill: HandDrillId }) {
  const { figures, bars } = handSheet(drill, 'A4');
  const rowMm = boundsMm(figures[0]?.outline ?? []).yMm + 1;
  const row = figures.filter(({ outline }) => boundsMm(outline).yMm < rowMm + 8);
  const all = boundsMm(row.flatMap(({ outline }) => [...outline]));
  const near = bars.filter((bar) => boundsMm(bar).yMm < all.yMm + all.heightMm);
  return (
    <svg viewBox={`${all.xMm - 5} ${all.yMm - 5} ${all.widthMm + 10} ${all.heightMm + 10}`} className="h-16 w-full" aria-hidden="true">
      {near.map((bar) => (
        <path key={pathOf(bar)} d={pathOf(bar)} fill={inkHex} />
      ))}
      {row.map(({ outline, part }) => (
        <g key={pathOf(outline)} fill="none" strokeWidth="1">
          <path d={pathOf(outline)} stroke={inkHex} />
          {part && <path d={pathOf(part.outline)} stroke={softHex} strokeDasharray="3 2" />}
        </g>
      ))}
    </svg>
  );
}
