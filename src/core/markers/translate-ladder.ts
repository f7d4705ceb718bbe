import type { Lab, Marker } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { isUsable } from './find-ladders';
import { kinOf } from './kin';

export type TranslateOptions = {
  /** Cost for each L* by which a step between two rungs is larger or smaller than it was. Default 0.5. */
  stepWeight?: number;
  /** Cost for each L* by which the lightest and the deepest rung lie elsewhere. Default 0.5. */
  endWeight?: number;
  /** Cost of two neighbouring rungs of different families; nothing where both are what was asked for. Default 8. */
  familyWeight?: number;
  /** Markers that stay, by the place of their rung: already laid on paper. Default none. */
  stays?: ReadonlyMap<number, string>;
  /** Only markers that are owned and not dry. Default true. */
  onlyUsable?: boolean;
};

/** A marker nearer than this is what was asked for: half of a difference that the eye can just see. */
const sameE00 = 0.5;

type Coloured = Marker & { lab: Lab };
const isColoured = (marker: Marker): marker is Coloured => marker.lab !== undefined;

/**
 * Translates a ladder into the markers of a rack as a whole: the sum of CIEDE2000 of its rungs, of how much its steps and its ends change, and of
 * leaving a family between two neighbours is least, and it stays light to dark. Exact, by dynamic programming over the rungs.
 * @param rungs light to dark, 1 to 6.
 * @returns the markers with their differences (CIEDE2000), or a problem where the rack has none that stand light to dark.
 * @throws RangeError when the rungs are not light to dark.
 */
export function translateLadder(
  rungs: readonly Lab[],
  rack: readonly Marker[],
  options: TranslateOptions = {},
): { rungs: Marker[]; differences: number[] } | { problem: string } {
  if (rungs.length < 1 || rungs.length > 6) throw new RangeError(`translateLadder expects 1 to 6 rungs, got ${rungs.length}`);
  if (rungs.some(({ L }, index) => index > 0 && !(L < (rungs[index - 1]?.L ?? 0)))) {
    throw new RangeError(`translateLadder expects rungs light to dark, got L* ${rungs.map(({ L }) => L).join(', ')}`);
  }
  const { onlyUsable = true, stays = new Map<number, string>() } = options;
  const kept = new Set(stays.values());
  // Of two that cost the same the one whose id comes first is taken.
  const markers = rack
    .filter(isColoured)
    .filter((marker) => !onlyUsable || isUsable(marker) || kept.has(marker.id))
    .sort((one, other) => other.lab.L - one.lab.L || (one.id < other.id ? -1 : 1));
  const differences = rungs.map((rung) => markers.map(({ lab }) => deltaE00(rung, lab)));
  const costs = ladderCost(rungs, options);
  const kin = markers.map(kinOf);
  const fits = (marker: Coloured, rung: number) => !stays.has(rung) || stays.get(rung) === marker.id;
  const costAt = (marker: Coloured, place: number, rung: number) =>
    fits(marker, rung) ? costs.rung(rung, marker.lab, differences[rung]?.[place] ?? 0) : Number.POSITIVE_INFINITY;
  const pairAt = (rung: number, other: number, place: number): number => {
    const [lighter, darker] = [markers[other] as Coloured, markers[place] as Coloured];
    if (!(lighter.lab.L > darker.lab.L)) return Number.POSITIVE_INFINITY;
    const farthest = Math.max(differences[rung - 1]?.[other] ?? 0, differences[rung]?.[place] ?? 0);
    return costs.pair(rung, lighter, darker, kin[other] === kin[place], farthest);
  };
  const all = [...markers.keys()];
  const solve = (open: readonly (readonly number[])[]) =>
    leastPath(open, (rung, place) => costAt(markers[place] as Coloured, place, rung), pairAt);
  // No cost is negative: what alone costs more than a whole ladder of the nearest few is in no cheaper one.
  const own = rungs.map((_, rung) => all.map((place) => costAt(markers[place] as Coloured, place, rung)));
  const near = own.map((costsOf) =>
    [...all]
      .sort((one, other) => costsOf[one]! - costsOf[other]!)
      .slice(0, nearestFew)
      .sort((one, other) => one - other),
  );
  const limit = solve(near)?.cost ?? Number.POSITIVE_INFINITY;
  const found = solve(own.map((costsOf) => all.filter((place) => costsOf[place]! <= limit && costsOf[place] !== Number.POSITIVE_INFINITY)));
  if (!found) return { problem: `The rack has no ${rungs.length} markers with colours that stand light to dark.` };
  return {
    rungs: found.places.map((place) => markers[place] as Marker),
    differences: found.places.map((place, index) => differences[index]?.[place] as number),
  };
}

/** So many markers for each rung are tried first, to learn what a ladder costs at the most. */
const nearestFew = 12;

/**
 * The path of least cost through layers of places, by dynamic programming; of two that cost the same the one whose last place comes first.
 * @param layers places that may be taken for each rung, rising. @returns null where no path is finite.
 */
function leastPath(
  layers: readonly (readonly number[])[],
  costAt: (rung: number, place: number) => number,
  pairAt: (rung: number, other: number, place: number) => number,
): { places: number[]; cost: number } | null {
  let reached = (layers[0] ?? []).map((place) => ({ place, cost: costAt(0, place), places: [place] }));
  for (let rung = 1; rung < layers.length; rung++) {
    reached = (layers[rung] ?? []).map((place) => {
      let best: (typeof reached)[number] | null = null;
      let least = Number.POSITIVE_INFINITY;
      for (const before of reached) {
        if (before.place >= place) break;
        const cost = before.cost + pairAt(rung, before.place, place);
        if (cost < least) [best, least] = [before, cost];
      }
      return { place, cost: least + costAt(rung, place), places: best ? [...best.places, place] : [] };
    });
  }
  let best: (typeof reached)[number] | null = null;
  for (const path of reached) if (path.cost < (best?.cost ?? Number.POSITIVE_INFINITY)) best = path;
  return best;
}

/** The stated cost, rung by rung and pair by pair. */
function ladderCost(rungs: readonly Lab[], { stepWeight = 0.5, endWeight = 0.5, familyWeight = 8 }: TranslateOptions) {
  const lightnessAt = (index: number) => rungs[index]?.L ?? 0;
  return {
    rung: (index: number, lab: Lab, difference: number): number => {
      const ends = Number(index === 0) + Number(index === rungs.length - 1);
      return difference + endWeight * ends * Math.abs(lab.L - lightnessAt(index));
    },
    pair: (index: number, lighter: Coloured, darker: Coloured, areKin: boolean, farthest: number): number => {
      const step = lightnessAt(index - 1) - lightnessAt(index);
      const leaves = !areKin && farthest > sameE00;
      return stepWeight * Math.abs(lighter.lab.L - darker.lab.L - step) + (leaves ? familyWeight : 0);
    },
  };
}
