import type { Role } from '#model/ladder';
import type { Marker } from '#model/marker';
import { depthRanks, kinOf } from './kin';

/** Lightness that depths of a family span where no colour is known: 92 L* at the palest, 6 L* down for each tenth of the span. */
const assumedL = (rank: number): number => 92 - 6 * rank;

/** Lightness of a marker, or what its depth says between the known ones of its kin; undefined where nothing tells. */
function lightnessKeys(markers: readonly Marker[]): ReadonlyMap<string, number> {
  const ranks = depthRanks(markers);
  const known = new Map<string, { rank: number; L: number }[]>();
  for (const marker of markers) {
    const rank = ranks.get(marker.id);
    if (marker.lab && rank !== undefined) known.set(kinOf(marker), [...(known.get(kinOf(marker)) ?? []), { rank, L: marker.lab.L }]);
  }
  return new Map(
    markers.flatMap((marker): [string, number][] => {
      if (marker.lab) return [[marker.id, marker.lab.L]];
      const rank = ranks.get(marker.id);
      if (rank === undefined) return [];
      const mates = known.get(kinOf(marker)) ?? [];
      const paler = mates.filter((mate) => mate.rank < rank).map(({ L }) => L);
      const deeper = mates.filter((mate) => mate.rank > rank).map(({ L }) => L);
      // Just under the darkest of the paler ones, or just over the lightest of the deeper ones.
      if (paler.length > 0) return [[marker.id, Math.min(...paler) - 0.01 * (1 + rank)]];
      if (deeper.length > 0) return [[marker.id, Math.max(...deeper) + 0.01 * (10 - rank)]];
      return [[marker.id, assumedL(rank)]];
    }),
  );
}

/**
 * Sorts markers light to dark: by lightness; one without a colour stands where its depth puts it among its family; by depth alone where
 * no colour is known; what neither tells comes last, by code. One order, in whatever order they are given.
 * @returns a new array.
 */
export function sortLightToDark<M extends Marker>(markers: readonly M[]): M[] {
  const keys = lightnessKeys(markers);
  const hasColour = markers.some(({ lab }) => lab);
  const keyOf = (marker: M): number =>
    hasColour ? -(keys.get(marker.id) ?? Number.NEGATIVE_INFINITY) : (marker.depth ?? Number.POSITIVE_INFINITY);
  return [...markers].sort((first, second) => {
    const [own, other] = [keyOf(first), keyOf(second)];
    if (own !== other) return own < other ? -1 : 1;
    return first.code < second.code ? -1 : first.code > second.code ? 1 : first.id < second.id ? -1 : 1;
  });
}

const rolesByCount: Record<number, readonly Role[]> = {
  1: ['base'],
  2: ['base', 'shadow'],
  3: ['base', 'midtone', 'shadow'],
  4: ['base', 'midtone', 'shadow', 'deepest'],
  5: ['highlight', 'base', 'midtone', 'shadow', 'deepest'],
  6: ['highlight', 'base', 'midtone', 'midtone', 'shadow', 'deepest'],
};

const sharesByCount: Record<number, readonly number[]> = {
  1: [1],
  2: [0.62, 0.38],
  3: [0.3, 0.46, 0.24],
  4: [0.24, 0.4, 0.23, 0.13],
  5: [0.12, 0.22, 0.36, 0.19, 0.11],
  6: [0.1, 0.18, 0.26, 0.22, 0.15, 0.09],
};

function byCount<T>(table: Record<number, T>, rungs: number, caller: string): T {
  const entry = table[rungs];
  if (!entry) throw new RangeError(`${caller} expects 1 to 6 rungs, got ${rungs}`);
  return entry;
}

/** Role of each rung, light to dark. @throws RangeError outside 1 to 6 rungs. */
export function rolesOfLadder(rungs: number): readonly Role[] {
  return byCount(rolesByCount, rungs, 'rolesOfLadder');
}

/**
 * Share of the area each rung covers unless the maker wishes otherwise, light to dark, sum 1: a marker of the middle covers
 * most and is the colour the eye names, the deepest is kept small. Common practice, no source.
 * @throws RangeError outside 1 to 6 rungs.
 */
export function usualShares(rungs: number): readonly number[] {
  return byCount(sharesByCount, rungs, 'usualShares');
}
