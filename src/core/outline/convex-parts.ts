import { triangles } from './clipped';
import type { OutlineMm } from './outline';

type Place = OutlineMm[number];
const cross = ([ax, ay]: Place, [bx, by]: Place, [cx, cy]: Place): number => (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
const isSame = (one: Place, other: Place): boolean => one[0] === other[0] && one[1] === other[1];

/** Without places on the way from one to the next; null where it is not convex (clockwise on the picture). */
function asConvex(places: readonly Place[]): OutlineMm | null {
  const kept = places.filter((place, index) => {
    const before = places[(index + places.length - 1) % places.length]!;
    return Math.abs(cross(before, place, places[(index + 1) % places.length]!)) > 1e-9;
  });
  const isConvex = kept.every((place, index) => cross(place, kept[(index + 1) % kept.length]!, kept[(index + 2) % kept.length]!) > 0);
  return isConvex && kept.length > 2 ? kept : null;
}

/** Two parts joined along an edge that both have; null where they have none or the whole is not convex. */
function joined(one: OutlineMm, other: OutlineMm): OutlineMm | null {
  for (const [index, from] of one.entries()) {
    const to = one[(index + 1) % one.length]!;
    const at = other.findIndex((place, place2) => isSame(place, to) && isSame(other[(place2 + 1) % other.length]!, from));
    if (at < 0) continue;
    const around = (places: OutlineMm, start: number) => [...places.slice(start), ...places.slice(0, start)];
    // From the end of the edge round the one, then round the other from the edge's beginning.
    return asConvex([...around(one, (index + 1) % one.length), ...around(other, (at + 1) % other.length).slice(1, -1)]);
  }
  return null;
}

/**
 * An outline parted into convex ones: triangles, joined as long as the whole stays convex (Hertel and Mehlhorn 1983, Fast triangulation of simple polygons), so that there are at most
 * four times as many as the fewest.
 */
export function convexParts(outline: OutlineMm): OutlineMm[] {
  const parts = triangles(outline);
  for (let one = 0; one < parts.length; one++) {
    for (let other = one + 1; other < parts.length; other++) {
      const whole = joined(parts[one]!, parts[other]!);
      if (!whole) continue;
      parts[one] = whole;
      parts.splice(other, 1);
      // What could not be joined before may be now.
      other = one;
    }
  }
  return parts;
}
