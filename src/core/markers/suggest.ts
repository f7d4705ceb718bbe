import type { Marker, PairNote } from '#model/marker';
import { findLadders, isUsable, type RankedLadder } from './find-ladders';
import { kinOf } from './kin';
import { sortLightToDark } from './ladder';
import { rungCost } from './ladder-cost';
import { ladderReasons } from './ladder-reasons';
import { noteLookup } from './pair-notes';
import { hueWord } from './rack-checks';

/**
 * How many markers an area takes: one where it is too tiny to blend, two for a small area, three as a rule, four for a
 * large one. Common practice, no source; the limits in mm2 are ours.
 */
export function rungsForArea(areaMm2: number): 1 | 2 | 3 | 4 {
  if (areaMm2 < 12) return 1;
  if (areaMm2 < 50) return 2;
  return areaMm2 < 900 ? 3 : 4;
}

type SuggestOptions = { rungs: 1 | 2 | 3 | 4 | 5 | 6; avoid?: readonly string[]; pairNotes?: readonly PairNote[] };

/**
 * First suggestions for an element: the best ladder of each family of the rack, cheapest first. Only what is owned and not dry. Of a
 * line whose codes mean nothing each hue counts as a family. For one rung the marker in the middle of each family.
 * @param options.rungs 1 to 6; options.avoid: ids of markers in ladders already given, whose families come last.
 */
export function suggestLadders<M extends Marker>(rack: readonly M[], options: SuggestOptions): RankedLadder<M>[] {
  const { rungs, avoid = [], pairNotes = [] } = options;
  const families = new Map<string, M[]>();
  for (const marker of rack) {
    const key = paletteFamily(marker);
    if (key !== null) families.set(key, [...(families.get(key) ?? []), marker]);
  }
  const taken = new Set(rack.filter(({ id }) => avoid.includes(id)).map(paletteFamily));
  const found = [...families].flatMap(([family, markers]) => {
    const ladder = rungs === 1 ? middleOf(markers) : findLadders(markers, { rungs, most: 1, pairNotes })[0];
    return ladder ? [{ rank: taken.has(family) ? 1 : 0, ladder }] : [];
  });
  return found.sort((a, b) => a.rank - b.rank || a.ladder.cost - b.ladder.cost).map(({ ladder }) => ladder);
}

/** Below this chroma an ink counts as grey. */
const greyChroma = 10;

/** The family by the code, or by the hue where codes mean nothing; null where neither tells. */
function paletteFamily(marker: Marker): string | null {
  const kin = kinOf(marker);
  if (!kin.endsWith('|')) return kin;
  if (!marker.lab) return null;
  const { a, b } = marker.lab;
  return `${kin}${Math.hypot(a, b) < greyChroma ? 'grey' : hueWord((Math.atan2(b, a) * 180) / Math.PI)}`;
}

/** The usable marker in the middle of a family, light to dark: of two the lighter. */
function middleOf<M extends Marker>(family: readonly M[]): RankedLadder<M> | undefined {
  const usable = sortLightToDark(family.filter(isUsable));
  const middle = usable[Math.floor((usable.length - 1) / 2)];
  return middle && { rungs: [middle], cost: rungCost(middle), reasons: ladderReasons([middle], noteLookup([])) };
}
