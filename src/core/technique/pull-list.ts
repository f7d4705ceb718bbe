import type { PictureRecipe } from './recipe';

/** A marker to be pulled from the rack, in the order of use. */
export type PulledMarker = {
  markerId: string;
  code: string;
  /** Number of the first mark for which it is wanted. */
  firstMark: number;
  /** Names of the elements it colours, in the order of use. */
  elements: string[];
};

/** Markers of a recipe in the order in which they are first picked up. */
export function pullList({ elements }: Pick<PictureRecipe, 'elements'>): PulledMarker[] {
  const pulled = new Map<string, PulledMarker>();
  for (const { name, marks } of elements) {
    for (const { markerId, code, number } of marks) {
      if (markerId === null) continue;
      const known = pulled.get(markerId) ?? { markerId, code, firstMark: number, elements: [] };
      pulled.set(markerId, known);
      if (!known.elements.includes(name)) known.elements.push(name);
    }
  }
  return [...pulled.values()].sort((one, other) => one.firstMark - other.firstMark);
}
