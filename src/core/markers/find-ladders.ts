import type { Lab, Marker, PairNote } from '#model/marker';
import { depthRanks, kinOf } from './kin';
import { noteLookup } from './pair-notes';
import { ladderWeights, pairCost, rungCost, wishedColourCost } from './ladder-cost';
import { ladderReasons } from './ladder-reasons';

export type LadderRequest = {
  /** What it starts from: a wished colour (for the rung in the middle), a marker that must be in it, or a family. Default: the whole rack. */
  start?: Lab | { markerId: string } | { family: string };
  rungs: 2 | 3 | 4 | 5 | 6;
  /** Leaves out markers that are dry or not owned. Default true. */
  onlyUsable?: boolean;
  /** Least lightness between the ends, in L*. Needs colours. Default 0. */
  minContrastL?: number;
  /** Least lightness between two neighbouring rungs that have colours, in L*. Default 0: as the cost says. */
  leastStepL?: number;
  /** Leaves out pairs of which the maker noted that they refuse to blend. Default false. */
  withoutRefusing?: boolean;
  /** 'ends': the palest and the deepest may be of another family than the rungs between. Default 'none'. */
  crossFamily?: 'none' | 'ends';
  /** How many answers. Default 5. */
  most?: number;
  /** What the maker noted about pairs, in either order. Default none. */
  pairNotes?: readonly PairNote[];
};

export type RankedLadder<M extends Marker = Marker> = { rungs: M[]; cost: number; reasons: string[] };

/** Places among the candidates, which stand in the order of their ids: of two paths the one with the lower places comes first. */
type Path = { rungs: readonly number[]; cost: number };

function comparePaths(first: Path, second: Path): number {
  if (first.cost !== second.cost) return first.cost - second.cost;
  for (let i = 0; i < first.rungs.length; i++) {
    const apart = first.rungs[i]! - second.rungs[i]!;
    if (apart !== 0) return apart;
  }
  return 0;
}

/** Inserts into a list kept sorted and no longer than `most`. */
function keepBest(best: Path[], path: Path, most: number): void {
  const last = best[most - 1];
  if (last && comparePaths(path, last) >= 0) return;
  let place = best.length;
  while (place > 0 && comparePaths(path, best[place - 1] as Path) < 0) place--;
  best.splice(place, 0, path);
  if (best.length > most) best.pop();
}

/** The rungs that must be of the home family: all, or with open ends those between (of two, the lighter or the darker). */
function homePatterns(rungs: number, crossFamily: 'none' | 'ends'): boolean[][] {
  const all = Array.from({ length: rungs }, () => true);
  if (crossFamily === 'none') return [all];
  if (rungs === 2)
    return [
      [true, false],
      [false, true],
    ];
  return [all.map((_, index) => index > 0 && index < rungs - 1)];
}

/** Everything is told by the place of a marker among the candidates. */
type Search = {
  costs: Float64Array;
  /** Infinity where the two cannot stand so. */
  pairs: (lighter: number, darker: number) => number;
  middle: number;
  middleCosts: Float64Array;
  rungs: number;
  most: number;
  minContrastL: number;
};

/** Costs of pairs are remembered for racks up to this size: beyond, there are too many pairs to keep. */
const mostRemembered = 1500;

/** The most a noted pair can take off a cost: partial costs may still fall by this much a pair. */
const mostGain = Math.max(0, -ladderWeights.blendsWell);

type Run = {
  /** Who may stand at each rung. */
  allowed: readonly (readonly number[])[];
  /** What a whole path may cost to be of use still. */
  bound: () => number;
};

/** Best paths through the layers of rungs. Exact: costs are sums over rungs and pairs. */
function bestPaths({ costs, pairs, middle, middleCosts, rungs, most }: Search, { allowed, bound }: Run): Path[] {
  const costAt = (marker: number, rung: number) => costs[marker]! + (rung === middle ? middleCosts[marker]! : 0);
  let layer = (allowed[0] ?? []).map((marker) => ({ marker, paths: [{ rungs: [marker], cost: costAt(marker, 0) }] as Path[] }));
  for (let rung = 1; rung < rungs; rung++) {
    const next: typeof layer = [];
    const limit = bound() + mostGain * (rungs - 1 - rung);
    for (const darker of allowed[rung] ?? []) {
      const own = costAt(darker, rung);
      const best: Path[] = [];
      for (const { marker: lighter, paths } of layer) {
        const reached = best.length < most ? limit : Math.min(limit, best[most - 1]!.cost);
        if (paths[0]!.cost + own - mostGain > reached) continue;
        const pair = pairs(lighter, darker);
        for (const path of paths) {
          const cost = path.cost + pair + own;
          // Paths stand cheapest first: what comes after costs no less.
          if (cost === Number.POSITIVE_INFINITY || cost > limit || (best.length >= most && cost > best[most - 1]!.cost)) break;
          keepBest(best, { rungs: [...path.rungs, darker], cost }, most);
        }
      }
      if (best.length > 0) next.push({ marker: darker, paths: best });
    }
    layer = next;
  }
  return layer.flatMap(({ paths }) => paths);
}

/** Owned and not dry: what a suggestion may name. */
export function isUsable(marker: Marker): boolean {
  return marker.owned && marker.state !== 'dry';
}

/** Who may stand at which rung, palest first. */
type Allows<M extends Marker> = (marker: M, rung: number) => boolean;

function checkRequest(request: LadderRequest): void {
  const { rungs, most = 5, minContrastL = 0, leastStepL = 0 } = request;
  if (!Number.isInteger(rungs) || rungs < 2 || rungs > 6) throw new RangeError(`findLadders expects 2 to 6 rungs, got ${rungs}`);
  if (!Number.isInteger(most) || most < 1 || most > 1000) throw new RangeError(`findLadders expects 1 to 1000 answers (most), got ${most}`);
  if (!(minContrastL >= 0 && minContrastL <= 100)) throw new RangeError(`findLadders expects minContrastL 0 to 100, got ${minContrastL}`);
  if (!(leastStepL >= 0 && leastStepL <= 100)) throw new RangeError(`findLadders expects leastStepL 0 to 100, got ${leastStepL}`);
}

/**
 * Ladders from a rack, best first; ties by marker ids, light to dark. Exact for the cost of ladder-cost.ts. Markers with a
 * colour are ranked by their inks; those without by family, group and depth alone; the two are not mixed in one ladder. Printed depths
 * count as ranks within a family.
 * @param allows who may stand at which rung. Default: everybody.
 * @throws RangeError when the request is out of range or names a marker that is not in the rack.
 */
export function findLadders<M extends Marker>(
  rack: readonly M[],
  request: LadderRequest,
  allows: Allows<M> = () => true,
): RankedLadder<M>[] {
  checkRequest(request);
  const { rungs, onlyUsable = true, minContrastL = 0, crossFamily = 'none', most = 5, start, pairNotes = [] } = request;
  const { leastStepL = 0, withoutRefusing = false } = request;
  const noteOf = noteLookup(pairNotes);
  const startMarker = start && 'markerId' in start ? rack.find(({ id }) => id === start.markerId) : undefined;
  if (start && 'markerId' in start && !startMarker) throw new RangeError(`findLadders: there is no marker ${start.markerId} in the rack`);
  const wished = start && 'L' in start ? start : undefined;
  // The marker asked for is taken as it is, dry or not: whoever asks has it in hand.
  const candidates = rack.filter((marker) => !onlyUsable || isUsable(marker) || marker === startMarker);
  const depths = depthRanks(rack);
  const found: { rungs: M[]; cost: number }[] = [];
  for (const withColour of [true, false]) {
    if (!withColour && (wished || minContrastL > 0)) continue;
    const own = candidates.filter(({ lab }) => (lab !== undefined) === withColour).sort((one, other) => (one.id < other.id ? -1 : 1));
    const kin = own.map(kinOf);
    const costOfPair = (lighter: number, darker: number): number => {
      const [one, other] = [own[lighter] as M, own[darker] as M];
      if (leastStepL > 0 && one.lab && other.lab && one.lab.L - other.lab.L < leastStepL) return Number.POSITIVE_INFINITY;
      const verdict = pairNotes.length > 0 ? noteOf(one.id, other.id)?.verdict : undefined;
      if (withoutRefusing && verdict === 'refuses') return Number.POSITIVE_INFINITY;
      return pairCost(one, other, { verdict, depths, areKin: kin[lighter] === kin[darker] }) ?? Number.POSITIVE_INFINITY;
    };
    const search: Search = {
      costs: Float64Array.from(own, rungCost),
      pairs: own.length > mostRemembered ? costOfPair : rememberedPairs(own.length, costOfPair),
      middle: Math.floor(rungs / 2),
      middleCosts: Float64Array.from(own, (marker) => (wished ? wishedColourCost(marker, wished) : 0)),
      rungs,
      most,
      minContrastL,
    };
    const isNamed = (marker: M) => !(start && 'family' in start) || marker.family?.toUpperCase() === start.family.toUpperCase();
    const homes = [...new Set(kin.filter((_, place) => isNamed(own[place] as M)))];
    for (const path of pathsOfHomes(search, own, { kin, homes, crossFamily, startMarker, allows })) {
      found.push({ rungs: path.rungs.map((place) => own[place] as M), cost: path.cost });
    }
  }
  return found
    .sort((one, other) => one.cost - other.cost || compareIds(one.rungs, other.rungs))
    .slice(0, most)
    .map(({ rungs: path, cost }) => ({ rungs: path, cost, reasons: ladderReasons(path, noteOf) }));
}

function compareIds(first: readonly Marker[], second: readonly Marker[]): number {
  const at = first.findIndex(({ id }, rung) => id !== second[rung]?.id);
  if (at < 0) return 0;
  return (first[at] as Marker).id < (second[at] as Marker).id ? -1 : 1;
}

function rememberedPairs(count: number, costOf: (lighter: number, darker: number) => number): (lighter: number, darker: number) => number {
  const known = new Float64Array(count * count).fill(Number.NaN);
  return (lighter, darker) => {
    const at = lighter * count + darker;
    if (Number.isNaN(known[at]!)) known[at] = costOf(lighter, darker);
    return known[at]!;
  };
}

type Where<M extends Marker> = {
  kin: readonly string[];
  homes: readonly string[];
  crossFamily: 'none' | 'ends';
  startMarker: M | undefined;
  allows: Allows<M>;
};

function pathsOfHomes<M extends Marker>(search: Search, candidates: readonly M[], where: Where<M>): Path[] {
  const { rungs, most, minContrastL } = search;
  const { kin, homes, crossFamily, startMarker, allows } = where;
  const best: Path[] = [];
  const seen = new Set<string>();
  const bound = () => best[most - 1]?.cost ?? Number.POSITIVE_INFINITY;
  const lightness = (place: number) => candidates[place]?.lab?.L ?? 0;
  const all = candidates.map((_, place) => place);
  const start = startMarker ? candidates.indexOf(startMarker) : -1;
  const allowedAt = Array.from({ length: rungs }, (_, rung) => all.filter((place) => allows(candidates[place] as M, rung)));
  for (const home of homes) {
    const atHome = allowedAt.map((own) => own.filter((place) => kin[place] === home));
    for (const pattern of homePatterns(rungs, crossFamily)) {
      const own = pattern.map((isHome, rung) => (isHome ? atHome[rung] : allowedAt[rung]) ?? []);
      for (const startRung of startMarker ? Array.from({ length: rungs }, (_, rung) => rung) : [-1]) {
        const allowed = own.map((places, rung) => (rung === startRung ? places.filter((place) => place === start) : places));
        if (allowed.some((places) => places.length === 0)) continue;
        const runs =
          minContrastL > 0
            ? (allowed[0] ?? []).map((first) => {
                const lasts = (allowed[rungs - 1] ?? []).filter((last) => lightness(first) - lightness(last) >= minContrastL);
                return [[first], ...allowed.slice(1, -1), lasts];
              })
            : [allowed];
        for (const run of runs) {
          if (run.some((places) => places.length === 0)) continue;
          for (const path of bestPaths(search, { allowed: run, bound })) {
            if (path.cost > bound()) continue;
            const key = path.rungs.join(' ');
            if (seen.has(key)) continue;
            seen.add(key);
            keepBest(best, path, most);
          }
        }
      }
    }
  }
  return best;
}
