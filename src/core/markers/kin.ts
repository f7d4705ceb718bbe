import type { Marker } from '#model/marker';
import { codeKey } from './code-rule';

/**
 * The family of a marker within its line: families of two lines are two, whatever their letters. A code that means nothing is its own
 * family by the rule; all such codes of a line are kin, parted by their colours alone.
 */
export function kinOf({ lineId = '', family = '', code }: Pick<Marker, 'lineId' | 'family' | 'code'>): string {
  const own = codeKey(family);
  return `${lineId}|${own === codeKey(code) ? '' : own}`;
}

/** Depths are spread over this span within a family, as if it were printed 0 to 9. */
const span = 9;

/**
 * Depth of each marker by its rank within its kin, 0 (palest) to 9 (deepest): what is printed is an order, not a measure. Markers
 * without depth are left out. Common practice, no source.
 */
export function depthRanks(markers: readonly Pick<Marker, 'id' | 'lineId' | 'family' | 'code' | 'depth'>[]): ReadonlyMap<string, number> {
  const depthsOf = new Map<string, Set<number>>();
  for (const marker of markers) {
    if (marker.depth === undefined) continue;
    const kin = kinOf(marker);
    depthsOf.set(kin, (depthsOf.get(kin) ?? new Set()).add(marker.depth));
  }
  const rankOf = new Map<string, Map<number, number>>();
  for (const [kin, depths] of depthsOf) {
    const sorted = [...depths].sort((first, second) => first - second);
    rankOf.set(kin, new Map(sorted.map((depth, index) => [depth, sorted.length > 1 ? (index * span) / (sorted.length - 1) : 0])));
  }
  return new Map(
    markers.flatMap((marker) => {
      const rank = marker.depth === undefined ? undefined : rankOf.get(kinOf(marker))?.get(marker.depth);
      return rank === undefined ? [] : [[marker.id, rank]];
    }),
  );
}
