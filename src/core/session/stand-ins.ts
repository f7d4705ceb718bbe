import { deltaE00 } from '#core/colour/difference';
import { changeWords } from '#core/groups/instead';
import { isUsable } from '#core/markers/find-ladders';
import { pairCost } from '#core/markers/ladder-cost';
import { type NoteLookup, noteLookup } from '#core/markers/pair-notes';
import type { Lab, Marker, PairNote } from '#model/marker';
import type { SessionMarker } from '#model/session';

/** A marker that may be taken, and how its ink differs in words. */
export type StandIn<M extends Marker = Marker> = { marker: M; words: string };

/** So many are offered: more cannot be chosen from with ink on the fingers. */
export const mostStandIns = 3;

const others = <M extends Marker>(rack: readonly M[], { markerId }: SessionMarker): (M & { lab: Lab })[] =>
  rack.filter((marker): marker is M & { lab: Lab } => marker.lab !== undefined && marker.id !== markerId && isUsable(marker));

/** The nearest of one's own markers by ink (CIEDE2000); none where the colour of the one is not known. */
export function nearestOwn<M extends Marker>(rack: readonly M[], from: SessionMarker): StandIn<M>[] {
  const { lab } = from;
  if (!lab) return [];
  return others(rack, from)
    .map((marker) => ({ marker, apart: deltaE00(lab, marker.lab) }))
    .sort((one, other) => one.apart - other.apart)
    .slice(0, mostStandIns)
    .map(({ marker }) => ({ marker, words: changeWords(lab, marker.lab) }));
}

/** Darker than this by so many L* at least, or nobody sees it. */
const leastDarkerL = 6;

/** Markers of one's own that go below one in its ladder, by how well they blend with it; those that refuse it are left out. */
export function darkerOwn<M extends Marker>(rack: readonly M[], from: SessionMarker, notes: readonly PairNote[]): StandIn<M>[] {
  const { lab } = from;
  if (!lab) return [];
  const noteOf: NoteLookup = noteLookup(notes);
  const lighter: Marker = rack.find(({ id }) => id === from.markerId) ?? { id: from.markerId ?? '', code: from.code, owned: true, lab };
  return others(rack, from)
    .filter((marker) => marker.lab.L <= lab.L - leastDarkerL && noteOf(lighter.id, marker.id)?.verdict !== 'refuses')
    .map((marker) => ({
      marker,
      cost: pairCost({ ...lighter, lab }, marker, { verdict: noteOf(lighter.id, marker.id)?.verdict }) ?? Number.POSITIVE_INFINITY,
    }))
    .filter(({ cost }) => Number.isFinite(cost))
    .sort((one, other) => one.cost - other.cost)
    .slice(0, mostStandIns)
    .map(({ marker }) => ({ marker, words: changeWords(lab, marker.lab) }));
}
