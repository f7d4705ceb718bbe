import type { Ladder } from '#model/ladder';
import type { Rack, RackMarker } from '#model/marker';
import { mostRungs } from '#core/groups/rung-steps';
import { findMarker, splitTypedCodes } from '#core/markers/find-marker';
import { sortLightToDark } from '#core/markers/ladder';

type TypedProblem = { kind: 'problem'; problem: { message: string; closest: RackMarker[]; replaceWith: (code: string) => string } };
export type TypedCodes = { kind: 'empty' } | { kind: 'markers'; markers: RackMarker[] } | TypedProblem;
export type TypedLadder = { kind: 'empty' } | { kind: 'ladder'; ladder: Ladder; markers: RackMarker[] } | TypedProblem;

/** Reads typed codes into markers, each once; the first code that is not in the rack is named, with close misses. */
export function readTypedCodes(typed: string, { lines, markers: rack }: Pick<Rack, 'lines' | 'markers'>): TypedCodes {
  const codes = splitTypedCodes(typed, rack);
  if (codes.length === 0) return { kind: 'empty' };
  const markers: RackMarker[] = [];
  for (const [index, code] of codes.entries()) {
    const found = findMarker(rack, code, lines);
    if (!found.ok) {
      const replaceWith = (other: string) => codes.with(index, other).join(', ');
      return { kind: 'problem', problem: { message: found.problem, closest: found.closest, replaceWith } };
    }
    if (!markers.includes(found.marker)) markers.push(found.marker);
  }
  return { kind: 'markers', markers };
}

/** Reads typed codes into a ladder, light to dark. */
export function readTypedLadder(typed: string, rack: Pick<Rack, 'lines' | 'markers'>): TypedLadder {
  const read = readTypedCodes(typed, rack);
  if (read.kind !== 'markers') return read;
  if (read.markers.length > mostRungs) {
    return { kind: 'problem', problem: { message: 'A ladder has six rungs at the most.', closest: [], replaceWith: () => typed } };
  }
  const sorted = sortLightToDark(read.markers);
  return { kind: 'ladder', markers: sorted, ladder: { rungs: sorted.map(({ id, code }) => ({ markerId: id, code })) } };
}
