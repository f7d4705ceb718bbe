import type { Ladder } from '#model/ladder';
import type { Rack, RackMarker } from '#model/marker';
import { findMarker, splitTypedCodes } from '#core/markers/find-marker';
import { sortLightToDark } from '#core/markers/ladder';

export type TypedLadder =
  | { kind: 'empty' }
  | { kind: 'ladder'; ladder: Ladder; markers: RackMarker[] }
  | { kind: 'problem'; problem: { message: string; closest: RackMarker[]; replaceWith: (code: string) => string } };

/** Reads typed codes into a ladder, light to dark; the first code that is not in the rack is named, with close misses. */
export function readTypedLadder(typed: string, { lines, markers: rack }: Pick<Rack, 'lines' | 'markers'>): TypedLadder {
  const codes = splitTypedCodes(typed, rack);
  if (codes.length === 0) return { kind: 'empty' };
  const problem = (message: string, closest: RackMarker[] = [], at = -1): TypedLadder => ({
    kind: 'problem',
    problem: { message, closest, replaceWith: (code) => codes.map((other, index) => (index === at ? code : other)).join(', ') },
  });
  const markers: RackMarker[] = [];
  for (const [index, code] of codes.entries()) {
    const found = findMarker(rack, code, lines);
    if (!found.ok) return problem(found.problem, found.closest, index);
    if (!markers.includes(found.marker)) markers.push(found.marker);
  }
  if (markers.length > 6) return problem('A ladder has six rungs at the most.');
  const sorted = sortLightToDark(markers);
  return { kind: 'ladder', markers: sorted, ladder: { rungs: sorted.map(({ id, code }) => ({ markerId: id, code })) } };
}
