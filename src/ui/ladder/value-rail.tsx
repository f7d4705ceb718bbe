import { type MouseEvent, type ReactNode, useRef } from 'react';
import type { LadderWarning } from '#core/markers/ladder-warnings';
import { softHex, wallHex } from '../colours';
import { Ladder, type LadderRung, rungPlaces, widthBeside } from './ladder';
import { lightnessMark, lightnessMarks, lightnessScale } from './lightness-scale';
import { RailRungs, type RungWork } from './rail-rungs';
import { useSize } from '../size/use-size';

export type RailColumn = {
  id: string;
  name: string;
  rungs: readonly LadderRung[];
  warnings: readonly LadderWarning[];
  /** Bare paper is the top rung. */
  keepsPaper?: boolean;
};

type Props = {
  columns: readonly RailColumn[];
  chosenId: string | null;
  /** `rung`: the one that was tapped, if it was one. */
  onChoose: (id: string, rung: number | null) => void;
  /** Working on the rungs of the chosen ladder. Default: the rail is only looked at. */
  work?: RungWork | undefined;
  /** What stands at the head of the chosen column, such as a grip. */
  grip?: ReactNode;
};

/** Room of the scale's own words at the left. */
const axisPx = 43;
/** Narrowest column: a chip, an upright code, and air between them. 16 of them stand beside a picture on a small laptop. */
const leastColumnPx = 28;
const mostColumnPx = 132;
/** Height of the names: upright where columns are narrow, else in two lines. */
const uprightHeadPx = 104;
const levelHeadPx = 44;
/** From this width a name stands level. */
const levelNamePx = 74;

/** How wide a column is, and whether its codes stand upright. */
export function railLayout(
  widthPx: number,
  columns: readonly RailColumn[],
): { columnPx: number; isUpright: boolean; isLevelHead: boolean } {
  const even = Math.floor((widthPx - axisPx) / Math.max(1, columns.length));
  const columnPx = Math.max(leastColumnPx, Math.min(mostColumnPx, even));
  const neededPx = Math.max(0, ...columns.map(({ rungs }) => widthBeside(rungs, false)));
  return { columnPx, isUpright: columnPx < neededPx + 6, isLevelHead: columnPx >= levelNamePx };
}

/** Room of the grip over the name of the chosen column. */
const gripPx = 30;
/** A tap this near to a rung means it, in px. */
const rungReachPx = 12;

/** All elements side by side, a ladder each, on one common lightness scale from white to black; as large as its place. */
export function ValueRail({ columns, chosenId, onChoose, work, grip }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(place);
  const { columnPx, isUpright, isLevelHead } = railLayout(width, columns);
  const headPx = isLevelHead ? levelHeadPx : uprightHeadPx;
  const ladderPx = Math.max(0, height - headPx);
  const scale = lightnessScale(ladderPx);
  const rungAt = (event: MouseEvent<HTMLElement>, rungs: readonly LadderRung[]): number | null => {
    const y = event.clientY - event.currentTarget.getBoundingClientRect().top - headPx;
    const near = rungPlaces(rungs, ladderPx).map((place, rung) => ({ rung, apart: Math.abs(place - y) }));
    near.sort((one, other) => one.apart - other.apart);
    // A key press has no place.
    return event.detail > 0 && near[0] && near[0].apart <= rungReachPx ? near[0].rung : null;
  };
  return (
    <section
      aria-label="Value rail: all elements on one lightness scale"
      className="relative -mx-4 min-h-84 flex-1 bg-paper lg:-mx-5"
      data-rail
    >
      <div ref={place} className="absolute inset-0 overflow-hidden">
        {ladderPx > 0 && (
          <>
            <svg className="pointer-events-none absolute left-0 w-full" style={{ top: headPx }} height={ladderPx} aria-hidden="true">
              {lightnessMarks.map((lightnessL) => (
                <line key={lightnessL} x1={axisPx - 4} x2="100%" y1={scale(lightnessL)} y2={scale(lightnessL)} stroke={wallHex} />
              ))}
            </svg>
            <ul className="absolute inset-y-0 right-0 flex overflow-x-auto overflow-y-hidden" style={{ left: axisPx }}>
              {columns.map(({ id, name, rungs, warnings, keepsPaper }) => (
                <li key={id} className="relative h-full shrink-0" style={{ width: columnPx }} data-drop-element={id}>
                  <button
                    type="button"
                    aria-pressed={id === chosenId}
                    title={name}
                    onClick={(event) => onChoose(id, rungAt(event, rungs))}
                    className={`block h-full w-full overflow-hidden text-left ${id === chosenId ? 'bg-bench shadow-[inset_0_4px_0_var(--color-ink)]' : 'hover:bg-bench/60'}`}
                  >
                    <span
                      className={`flex overflow-hidden pt-1.5 text-sm font-semibold leading-tight ${isLevelHead ? 'items-end px-1 pb-1' : 'items-center pb-1'}`}
                      style={{ height: headPx, ...(id === chosenId && grip ? { paddingTop: gripPx } : {}) }}
                    >
                      <span
                        className={
                          isLevelHead ? 'line-clamp-2' : 'ml-0.5 max-h-full rotate-180 truncate text-left [writing-mode:vertical-rl]'
                        }
                      >
                        {name}
                      </span>
                    </span>
                    {rungs.length > 0 ? (
                      <Ladder
                        rungs={rungs}
                        height={ladderPx}
                        width={columnPx}
                        codes={isUpright ? 'upright' : 'beside'}
                        withRoles={false}
                        warnings={warnings}
                        keepsPaper={keepsPaper ?? false}
                      />
                    ) : (
                      <span
                        className={`block text-sm text-soft ${isLevelHead ? 'px-1' : 'ml-0.5 [writing-mode:vertical-rl]'}`}
                        style={{ height: ladderPx }}
                      >
                        no ladder yet
                      </span>
                    )}
                  </button>
                  {id === chosenId && work && rungs.length > 0 && <RailRungs {...{ rungs, name }} heightPx={ladderPx} {...work} />}
                  {id === chosenId && grip}
                </li>
              ))}
            </ul>
            <svg
              className="pointer-events-none absolute left-0"
              style={{ top: headPx }}
              width={axisPx - 4}
              height={ladderPx}
              aria-hidden="true"
            >
              {lightnessMarks.map((lightnessL) => (
                <text key={lightnessL} x="5" y={scale(lightnessL) + 4.5} fontSize="13" fill={softHex}>
                  {lightnessMark(lightnessL)}
                </text>
              ))}
            </svg>
          </>
        )}
      </div>
    </section>
  );
}
