import type { Mend, PlaceMm } from '#model/reading';
import type { Opening } from '#model/region-table';

const isSame = ([x, y]: PlaceMm, [otherX, otherY]: PlaceMm) => x === otherX && y === otherY;

/** Openings that a reading proposes to close and that no mend has closed since: the next reading is still to come then. */
export function openingsLeft(openings: readonly Opening[], mends: readonly Mend[]): Opening[] {
  return openings.filter(
    ({ fromMm, toMm }) =>
      !mends.some(
        (mend) => mend.kind === 'closing' && isSame(mend.points[0] as PlaceMm, fromMm) && isSame(mend.points.at(-1) as PlaceMm, toMm),
      ),
  );
}
