import simplify from 'simplify-js';
import type { PlaceMm } from '#model/reading';

/** A hand's stroke with no more points than its shape needs (Douglas and Peucker 1973), within 0.2 mm. */
export function thinnedOut(points: readonly PlaceMm[], withinMm = 0.2, most = Number.POSITIVE_INFINITY): PlaceMm[] {
  const thinned = simplify(
    points.map(([x, y]) => ({ x, y })),
    withinMm,
    true,
  );
  // Its whole way, if need be more coarsely: cut off, a long stroke would lose its end.
  if (thinned.length > most) return thinnedOut(points, withinMm * 1.5, most);
  return thinned.map(({ x, y }): PlaceMm => [x, y]);
}
