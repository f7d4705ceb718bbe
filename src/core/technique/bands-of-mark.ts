import type { RecipeMark } from './recipe';

/** Bands that a mark goes over, from 0 = lightest. @param rungs how many the ladder of its element has. */
export function bandsOfMark({ place }: Pick<RecipeMark, 'place'>, rungs: number): number[] {
  const all = Array.from({ length: rungs }, (_, band) => band);
  if (place.kind === 'allOver') return all;
  if (place.kind === 'edge') return all.filter((band) => band === place.band || band === place.band + 1);
  return place.kind === 'band' ? [place.band] : all.slice(place.band);
}
