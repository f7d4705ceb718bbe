import { Ladder, type LadderRung } from './ladder';
import { lightnessScale } from './lightness-scale';

export type RailColumn = { id: string; name: string; rungs: readonly LadderRung[] };

type Props = {
  columns: readonly RailColumn[];
  height: number;
  chosenId: string | null;
  onChoose: (id: string) => void;
};

/** All elements side by side, a ladder each, on one common lightness scale. */
export function ValueRail({ columns, height, chosenId, onChoose }: Props) {
  const scale = lightnessScale(height);
  return (
    <section aria-label="Value rail: all elements on one lightness scale" className="relative bg-paper pl-14 pr-2 pt-2 pb-3">
      <svg className="absolute left-0 top-[3.75rem] w-full pointer-events-none" height={height} aria-hidden="true">
        {[100, 80, 60, 40, 20].map((lightnessL) => (
          <g key={lightnessL}>
            <line x1="48" x2="100%" y1={scale(lightnessL)} y2={scale(lightnessL)} stroke="#d4d4d4" strokeWidth="1" />
            <text x="6" y={scale(lightnessL) + 4.5} fontSize="13" fill="#4a4a4a">
              {lightnessL === 100 ? 'white' : `L* ${lightnessL}`}
            </text>
          </g>
        ))}
      </svg>
      <ul className="relative flex overflow-x-auto pb-2">
        {columns.map(({ id, name, rungs }) => (
          <li key={id} className="shrink-0">
            <button
              type="button"
              aria-pressed={id === chosenId}
              onClick={() => onChoose(id)}
              className={`block w-[5.75rem] text-left px-0.5 ${id === chosenId ? 'bg-bench shadow-[inset_0_4px_0_var(--color-ink)]' : 'hover:bg-bench/60'}`}
            >
              <span className="flex h-13 items-end pb-1 text-sm font-semibold leading-tight">
                <span className="line-clamp-2">{name}</span>
              </span>
              {rungs.length > 0 ? (
                <Ladder rungs={rungs} height={height} withRoles={false} />
              ) : (
                <span className="block text-sm text-soft pt-2" style={{ height }}>
                  no ladder yet
                </span>
              )}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
