import { useMemo, useState } from 'react';
import type { Ladder as LadderModel } from '#model/ladder';
import type { Rack } from '#model/marker';
import type { Element, Picture } from '#model/picture';
import { areaMm2Of } from '#core/make/picture-lookup';
import type { IndexedTable } from '#core/make/region-tables';
import { rungsForArea, suggestLadders } from '#core/markers/suggest';
import { Ladder } from '#ui/ladder.tsx';

type Props = { picture: Picture; table: IndexedTable | undefined; element: Element; rack: Rack; onGive: (ladder: LadderModel) => void };

const counts = [1, 2, 3, 4, 5, 6] as const;

/** The best ladder of each family in the rack, to be given to the chosen element by a tap. */
export function LadderSuggestions({ picture, table, element, rack, onGive }: Props) {
  const areaMm2 = areaMm2Of(element, table);
  const usual = rungsForArea(areaMm2);
  const [wished, setWished] = useState<(typeof counts)[number] | null>(null);
  const rungs = wished ?? usual;
  const avoid = useMemo(
    () =>
      picture.elements.filter((other) => other !== element).flatMap(({ ladder }) => ladder?.rungs.map(({ markerId }) => markerId) ?? []),
    [picture, element],
  );
  const ladders = useMemo(() => suggestLadders(rack.markers, { rungs, avoid, pairNotes: rack.pairNotes }), [rack, rungs, avoid]);
  return (
    <section aria-labelledby="suggestions-heading">
      <div className="flex flex-wrap items-center gap-x-4">
        <h3 id="suggestions-heading" className="text-base">
          From your rack
        </h3>
        <label className="flex items-center gap-2 text-sm">
          Markers in it
          <select
            className="min-h-11 border-b-2 border-ink bg-paper px-2"
            value={rungs}
            onChange={(event) => setWished(counts.find((count) => count === Number(event.target.value)) ?? null)}
          >
            {counts.map((count) => (
              <option key={count} value={count}>
                {count}
              </option>
            ))}
          </select>
        </label>
        <span className="text-sm text-soft">
          {(areaMm2 / 100).toFixed(1)} cm²: {usual} as a rule
        </span>
      </div>
      {ladders.length === 0 ? (
        <p>No family in your rack has {rungs} markers that step from light to dark. Try fewer.</p>
      ) : (
        <ul className="mt-1 flex gap-1 overflow-x-auto pb-2">
          {ladders.map((ladder) => {
            const codes = ladder.rungs.map(({ code }) => code).join(', ');
            return (
              <li key={ladder.rungs.map(({ id }) => id).join(' ')} className="shrink-0">
                <button
                  type="button"
                  className="block bg-paper px-1.5 py-1 text-left hover:shadow-[inset_0_-4px_0_var(--color-ink)]"
                  aria-label={`Give ${codes} to ${element.name}`}
                  title={ladder.reasons.join('\n')}
                  onClick={() => onGive({ rungs: ladder.rungs.map(({ id, code }) => ({ markerId: id, code })) })}
                >
                  <Ladder rungs={ladder.rungs} height={130} withRoles={false} />
                </button>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
