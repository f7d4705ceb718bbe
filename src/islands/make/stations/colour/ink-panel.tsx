import type { ColouredPicture } from '#model/coloured-picture';
import { inkAnswerSchema } from '#model/api/sessions';
import { call } from '#islands/shared/server-calls.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import type { ShownRack } from '../../document/make-store';

/** So many markers are told of at once, those that covered most. */
const mostTold = 12;

/** What the markers of a picture have covered since they were filled, and which may run dry. */
export function InkPanel({ rack, picture }: { rack: ShownRack; picture: ColouredPicture }) {
  const { data } = useFetched('/api/sessions/ink', (address) => call(inkAnswerSchema, address));
  const used = new Set(picture.elements.flatMap(({ ladder }) => ladder?.rungs.map(({ markerId }) => markerId) ?? []));
  const rows = (data?.markers ?? []).filter(({ markerId }) => used.has(markerId)).sort((one, other) => other.areaCm2 - one.areaCm2);
  if (!data || rows.length === 0) return null;
  return (
    <section aria-label="Ink">
      <h3 className="text-lg">Ink since the last refill</h3>
      <p className="text-sm text-soft">
        A full marker covers about {Math.round(data.fill.areaCm2)} cm²:{' '}
        {data.fill.fills > 0
          ? `the middle of ${data.fill.fills} of yours that ran dry.`
          : 'from memory, until one of yours is reported dry.'}
      </p>
      <ul className="mt-1 space-y-1">
        {rows.slice(0, mostTold).map(({ markerId, areaCm2, coats, since }) => {
          const marker = rack.markers.find(({ id }) => id === markerId);
          if (!marker) return null;
          const share = areaCm2 / data.fill.areaCm2;
          return (
            <li key={markerId} className="flex flex-wrap items-center gap-3" data-ink={marker.code}>
              <DoubleChip lab={marker.lab} twoCoats={marker.twoCoats} code={marker.code} />
              <span>
                {areaCm2.toFixed(areaCm2 < 10 ? 1 : 0)} cm² in {coats} {coats === 1 ? 'coat' : 'coats'}
                {since ? ` since ${since}` : ''}
                {share > 0.8 && <strong> ▲ likely to run dry</strong>}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
