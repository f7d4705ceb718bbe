import type { Role } from '#model/ladder';
import type { Marker } from '#model/marker';

/**
 * Sorts markers light to dark: by measured lightness where both have it, else by depth, else by code.
 * @returns a new array.
 */
export function sortLightToDark<M extends Marker>(markers: readonly M[]): M[] {
  return [...markers].sort((first, second) => {
    if (first.lab && second.lab && first.lab.L !== second.lab.L) return second.lab.L - first.lab.L;
    if (first.depth !== undefined && second.depth !== undefined && first.depth !== second.depth) return first.depth - second.depth;
    return first.code < second.code ? -1 : first.code > second.code ? 1 : 0;
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
