import type { RackAnswer } from '#model/api/rack';
import type { PairNote } from '#model/marker';

const before = (one: string, other: string): number => (one < other ? -1 : one > other ? 1 : 0);

/** A pair's name: both ends, in the order in which the rack keeps them. */
export const pairKey = ({ firstId, secondId }: Pick<PairNote, 'firstId' | 'secondId'>): string => `${firstId} ${secondId}`;

function merged<R>(rows: readonly R[], changed: readonly R[], gone: readonly string[], keyOf: (row: R) => string): R[] {
  const out = new Set([...gone, ...changed.map(keyOf)]);
  return [...rows.filter((row) => !out.has(keyOf(row))), ...changed];
}

/** The rows of a rack in the order in which every page has them: lines by name, markers by code, readings by marker and in it as they were kept. */
export function inRackOrder<T extends Pick<RackAnswer, 'lines' | 'markers' | 'pairNotes' | 'readings'>>(rack: T): T {
  return {
    ...rack,
    lines: rack.lines.toSorted((one, other) => before(one.name, other.name) || before(one.id, other.id)),
    markers: rack.markers.toSorted((one, other) => before(one.code, other.code) || before(one.id, other.id)),
    pairNotes: rack.pairNotes.toSorted((one, other) => before(pairKey(one), pairKey(other))),
    readings: rack.readings.toSorted((one, other) => before(one.markerId, other.markerId)),
  };
}

/** A rack with what has changed of it since; an answer that is whole takes its place. */
export function withRackChanges(rack: RackAnswer | null, answer: RackAnswer): RackAnswer {
  if (answer.isWhole) return answer;
  if (!rack) throw new RangeError('What has changed of a rack says nothing without the rack.');
  const { gone } = answer;
  return inRackOrder({
    ...answer,
    isWhole: true,
    gone: { lines: [], markers: [], pairNotes: [], readings: [] },
    lines: merged(rack.lines, answer.lines, gone.lines, ({ id }) => id),
    markers: merged(rack.markers, answer.markers, gone.markers, ({ id }) => id),
    pairNotes: merged(rack.pairNotes, answer.pairNotes, gone.pairNotes, pairKey),
    readings: merged(rack.readings, answer.readings, gone.readings, ({ id }) => id),
  });
}
