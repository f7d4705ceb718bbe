import type { BandPlace } from './band-places';

/** What an element's bands are under a light: paper that each rung covers in mm2, light to dark, and where each lies. */
export type LitElement = { name: string; areasMm2: readonly number[]; places: readonly (BandPlace | null)[] };

const sides = ['top', 'upper right', 'right', 'lower right', 'bottom', 'lower left', 'left', 'upper left'];
/** Middles nearer to each other than this share of the way across stand at no side. */
const leastAside = 0.08;

/** On which side of an element its deepest band lies; null where it lies in the middle, or there is none. */
export function darkSide({ areasMm2, places }: LitElement): string | null {
  const dark = places.at(-1);
  const present = places.flatMap((place, index) => (place ? [{ place, mm2: areasMm2[index] ?? 0 }] : []));
  const total = present.reduce((sum, { mm2 }) => sum + mm2, 0);
  if (!dark || present.length < 2 || total === 0) return null;
  const middle = [0, 1].map((axis) => present.reduce((sum, { place, mm2 }) => sum + place.middle[axis]! * mm2, 0) / total);
  const [dx, dy] = [dark.middle[0] - middle[0]!, dark.middle[1] - middle[1]!];
  const reach = Math.max(...present.map(({ place }) => Math.hypot(place.middle[0] - middle[0]!, place.middle[1] - middle[1]!)), 1);
  if (Math.hypot(dx, dy) < leastAside * reach) return null;
  return sides[Math.round((Math.atan2(dx, -dy) * 180) / Math.PI / 45 + 8) % 8]!;
}

/** Less than this share of an element is no change worth a word. */
const leastShare = 0.02;

/**
 * What changes from one light to another, element by element, in words; elements of which nothing changes are left out.
 */
export function lightChanges(first: readonly LitElement[], second: readonly LitElement[]): { name: string; words: string }[] {
  return first.flatMap((own) => {
    const other = second.find(({ name }) => name === own.name);
    if (!other || own.areasMm2.length < 2) return [];
    const total = own.areasMm2.reduce((sum, mm2) => sum + mm2, 0) || 1;
    const [before, after] = [darkSide(own), darkSide(other)];
    const grown = ((other.areasMm2.at(-1) ?? 0) - (own.areasMm2.at(-1) ?? 0)) / total;
    const words = [
      ...(before !== after ? [`the dark goes from ${place(before)} to ${place(after)}`] : []),
      ...(Math.abs(grown) >= leastShare ? [`${Math.round(100 * Math.abs(grown))} % ${grown > 0 ? 'more' : 'less'} of it is dark`] : []),
    ];
    return words.length > 0 ? [{ name: own.name, words: words.join(', ') }] : [];
  });
}

const place = (side: string | null): string => (side ? `the ${side}` : 'all round');
