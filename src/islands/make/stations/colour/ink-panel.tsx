import { useMemo } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { Supplies } from '#model/supplies';
import { type RegionTables, tableOf } from '#core/make/region-tables';
import { writtenPlan } from '#core/plan/written';
import { likelyDry } from '#core/session/ink';
import { coveredShare } from '#core/technique/wet-limit';
import { inkAnswerSchema } from '#model/api/sessions';
import { call } from '#islands/shared/server-calls.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import type { ShownRack } from '../../document/make-store';

/** So many markers are told of at once, those that covered most. */
const mostTold = 12;

type Props = { rack: ShownRack; make: Make; picture: ColouredPicture; tables: RegionTables; supplies: Supplies };

/** What the markers of a picture have covered since they were filled, and which may run dry. */
export function InkPanel({ rack, make, picture, tables, supplies }: Props) {
  const { data } = useFetched('/api/sessions/ink', (address) => call(inkAnswerSchema, address));
  // What is to come: each mark of the recipe over the share of its element that it covers.
  const marks = useMemo(
    () =>
      writtenPlan(make, picture, rack.markers, tableOf(picture, tables), { supplies }).elements.flatMap(({ marks: own, rungs, areaMm2 }) =>
        own.map((mark) => ({ markerId: mark.markerId, code: mark.code, areaMm2: areaMm2 * coveredShare(mark, rungs) })),
      ),
    [make, picture, rack.markers, tables, supplies],
  );
  const used = new Set(picture.elements.flatMap(({ ladder }) => ladder?.rungs.map(({ markerId }) => markerId) ?? []));
  const rows = (data?.markers ?? []).filter(({ markerId }) => used.has(markerId)).sort((one, other) => other.areaCm2 - one.areaCm2);
  if (!data) return null;
  const dry = likelyDry(marks, new Map(data.markers.map((own) => [own.markerId, own])), data.fill);
  if (rows.length === 0 && dry.length === 0) return null;
  return (
    <section aria-label="Ink">
      <h3 className="text-lg">Ink since the last refill</h3>
      <p className="text-sm text-soft">
        A full marker covers about {Math.round(data.fill.areaCm2)} cm²:{' '}
        {data.fill.fills > 0
          ? `the middle of ${data.fill.fills} of yours that ran dry.`
          : 'from memory, until one of yours is reported dry.'}
      </p>
      {dry.map(({ markerId, code, coversCm2, willCm2 }) => (
        <p key={markerId} className="border-l-4 border-ink pl-2" data-likely-dry={code}>
          ▲ <span className="font-code">{code}</span> is likely to run dry in this make: {coversCm2.toFixed(0)} cm² are behind it,{' '}
          {willCm2.toFixed(0)} to come.
        </p>
      ))}
      <ul className="mt-1 space-y-1">
        {rows.slice(0, mostTold).map(({ markerId, areaCm2, coats, since }) => {
          const marker = rack.markers.find(({ id }) => id === markerId);
          if (!marker) return null;
          return (
            <li key={markerId} className="flex flex-wrap items-center gap-3" data-ink={marker.code}>
              <DoubleChip lab={marker.lab} twoCoats={marker.twoCoats} code={marker.code} />
              <span>
                {areaCm2.toFixed(areaCm2 < 10 ? 1 : 0)} cm² in {coats} {coats === 1 ? 'coat' : 'coats'}
                {since ? ` since ${since}` : ''}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
