import type { Marker, PairNote } from '#model/marker';
import { findLadders, type RankedLadder } from './find-ladders';

/**
 * How many markers an area takes: one where it is too tiny to blend, two for a small area, three as a rule, four for a
 * large one. Common practice, no source; the limits in mm2 are ours.
 */
export function rungsForArea(areaMm2: number): 1 | 2 | 3 | 4 {
  if (areaMm2 < 12) return 1;
  if (areaMm2 < 50) return 2;
  return areaMm2 < 900 ? 3 : 4;
}

/**
 * First suggestions for an element: the best ladder of each family of the rack, light families first. Only what is owned
 * and not dry. For one rung the marker in the middle of each family.
 * @param options.rungs 1 to 6; options.avoid: ids of markers in ladders already given, whose families come last.
 */
export function suggestLadders<M extends Marker>(
  rack: readonly M[],
  options: { rungs: 1 | 2 | 3 | 4 | 5 | 6; avoid?: readonly string[]; pairNotes?: readonly PairNote[] },
): RankedLadder<M>[] {
  const { rungs, avoid = [], pairNotes = [] } = options;
  const families = [...new Set(rack.map(({ family }) => family).filter((family) => family !== undefined))];
  const taken = new Set(rack.filter(({ id }) => avoid.includes(id)).map(({ family }) => family));
  const found = families.flatMap((family) => {
    const best = findLadders(rack, { rungs: rungs === 1 ? 2 : rungs, start: { family }, most: 1, pairNotes })[0];
    if (!best) return [];
    return [{ family, ladder: rungs === 1 ? { ...best, rungs: best.rungs.slice(0, 1) } : best }];
  });
  const rank = (family: string) => (taken.has(family) ? 1 : 0);
  return found.sort((a, b) => rank(a.family) - rank(b.family) || a.ladder.cost - b.ladder.cost).map(({ ladder }) => ladder);
}
