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
  /** 'ends': the palest and the deepest may be of another family than the rungs between. Default 'none'. */
  crossFamily?: 'none' | 'ends';
  /** How many answers. Default 5. */
  most?: number;
  /** What the maker noted about pairs, in either order. Default none. */
  pairNotes?: readonly PairNote[];
};

export type RankedLadder<M extends Marker = Marker> = { rungs: M[]; cost: number; reasons: string[] };

type Path<M> = { rungs: readonly M[]; cost: number };

function comparePaths<M extends Marker>(first: Path<M>, second: Path<M>): number {
  if (first.cost !== second.cost) return first.cost - second.cost;
  for (let i = 0; i < first.rungs.length; i++) {
    const own = (first.rungs[i] as M).id;
    const other = (second.rungs[i] as M).id;
    if (own !== other) return own < other ? -1 : 1;
  }
  return 0;
}

/** Inserts into a list kept sorted and no longer than `most`. */
function keepBest<M extends Marker>(best: Path<M>[], path: Path<M>, most: number): void {
  const last = best[most - 1];
  if (last && comparePaths(path, last) >= 0) return;
  let place = best.length;
  while (place > 0 && comparePaths(path, best[place - 1] as Path<M>) < 0) place--;
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

type Search<M extends Marker> = {
  candidates: readonly M[];
  costs: ReadonlyMap<M, number>;
  pairs: (lighter: M, darker: M) => number | null;
  middle: number;
  middleCost: (marker: M) => number;
  rungs: number;
  most: number;
  minContrastL: number;
};

/** Costs of pairs are remembered for racks up to this size: beyond, there are too many pairs to keep. */
const mostRemembered = 1500;

/** The most a noted pair can take off a cost: partial costs may still fall by this much a pair. */
const mostGain = Math.max(0, -ladderWeights.blendsWell);

type Run<M extends Marker> = {
  fits: (marker: M, rung: number) => boolean;
  firsts: readonly M[];
  lastFits: (marker: M) => boolean;
  /** What a whole path may cost to be of use still. */
  bound: () => number;
};

/** Best paths through the layers of rungs; a run says who may stand where. Exact: costs are sums over rungs and pairs. */
function bestPaths<M extends Marker>(search: Search<M>, { fits, firsts, lastFits, bound }: Run<M>): Path<M>[] {
  const { candidates, costs, pairs, middle, middleCost, rungs, most } = search;
  const costAt = (marker: M, rung: number) => (costs.get(marker) as number) + (rung === middle ? middleCost(marker) : 0);
  let layer = new Map<M, Path<M>[]>(firsts.map((marker) => [marker, [{ rungs: [marker], cost: costAt(marker, 0) }]]));
  for (let rung = 1; rung < rungs; rung++) {
    const next = new Map<M, Path<M>[]>();
    const limit = bound() + mostGain * (rungs - 1 - rung);
    const allowed = candidates.filter((marker) => fits(marker, rung) && (rung < rungs - 1 || lastFits(marker)));
    for (const darker of allowed) {
      const own = costAt(darker, rung);
      const best: Path<M>[] = [];
      for (const [lighter, paths] of layer) {
        const pair = pairs(lighter, darker);
        if (pair === null) continue;
        for (const path of paths) {
          const cost = path.cost + pair + own;
          // Paths stand cheapest first: what comes after costs no less.
          if (cost > limit || cost > (best[most - 1]?.cost ?? Number.POSITIVE_INFINITY)) break;
          keepBest(best, { rungs: [...path.rungs, darker], cost }, most);
        }
      }
      if (best.length > 0) next.set(darker, best);
    }
    layer = next;
  }
  return [...layer.values()].flat();
}

/** Owned and not dry: what a suggestion may name. */
export function isUsable(marker: Marker): boolean {
  return marker.owned && marker.state !== 'dry';
}

/** Who may stand at which rung, palest first. */
type Allows<M extends Marker> = (marker: M, rung: number) => boolean;

function checkRequest(request: LadderRequest): void {
  const { rungs, most = 5, minContrastL = 0 } = request;
  if (!Number.isInteger(rungs) || rungs < 2 || rungs > 6) throw new RangeError(`findLadders expects 2 to 6 rungs, got ${rungs}`);
  if (!Number.isInteger(most) || most < 1 || most > 1000) throw new RangeError(`findLadders expects 1 to 1000 answers (most), got ${most}`);
  if (!(minContrastL >= 0 && minContrastL <= 100)) throw new RangeError(`findLadders expects minContrastL 0 to 100, got ${minContrastL}`);
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
  const noteOf = noteLookup(pairNotes);
  const startMarker = start && 'markerId' in start ? rack.find(({ id }) => id === start.markerId) : undefined;
  if (start && 'markerId' in start && !startMarker) throw new RangeError(`findLadders: there is no marker ${start.markerId} in the rack`);
  const wished = start && 'L' in start ? start : undefined;
  // The marker asked for is taken as it is, dry or not: whoever asks has it in hand.
  const candidates = rack.filter((marker) => !onlyUsable || isUsable(marker) || marker === startMarker);
  const depths = depthRanks(rack);
  const best: Path<M>[] = [];
  for (const withColour of [true, false]) {
    const own = candidates.filter(({ lab }) => (lab !== undefined) === withColour);
    if (!withColour && (wished || minContrastL > 0)) continue;
    const costOfPair = (lighter: M, darker: M) => pairCost(lighter, darker, noteOf(lighter.id, darker.id)?.verdict, depths);
    const search: Search<M> = {
      candidates: own,
      costs: new Map(own.map((marker) => [marker, rungCost(marker)])),
      pairs: own.length > mostRemembered ? costOfPair : rememberedPairs(costOfPair),
      middle: Math.floor(rungs / 2),
      middleCost: wished ? (marker) => wishedColourCost(marker, wished) : () => 0,
      rungs,
      most,
      minContrastL,
    };
    const named = start && 'family' in start ? own.filter(({ family }) => family?.toUpperCase() === start.family.toUpperCase()) : own;
    const homes = [...new Set(named.map(kinOf))];
    for (const path of pathsOfHomes(search, homes, { crossFamily, startMarker, allows })) keepBest(best, path, most);
  }
  return best.map(({ rungs: path, cost }) => ({ rungs: [...path], cost, reasons: ladderReasons(path, noteOf) }));
}

function rememberedPairs<M extends Marker>(costOf: (lighter: M, darker: M) => number | null): (lighter: M, darker: M) => number | null {
  const known = new Map<M, Map<M, number | null>>();
  return (lighter, darker) => {
    const row = known.get(lighter) ?? new Map<M, number | null>();
    known.set(lighter, row);
    const remembered = row.get(darker);
    const cost = remembered === undefined ? costOf(lighter, darker) : remembered;
    row.set(darker, cost);
    return cost;
  };
}

type Where<M extends Marker> = { crossFamily: 'none' | 'ends'; startMarker: M | undefined; allows: Allows<M> };

function pathsOfHomes<M extends Marker>(
  search: Search<M>,
  homes: readonly string[],
  { crossFamily, startMarker, allows }: Where<M>,
): Path<M>[] {
  const { candidates, rungs, most, minContrastL } = search;
  const best: Path<M>[] = [];
  const seen = new Set<string>();
  const bound = () => best[most - 1]?.cost ?? Number.POSITIVE_INFINITY;
  const kin = new Map(candidates.map((marker) => [marker, kinOf(marker)]));
  const isHome = (marker: M, home: string) => kin.get(marker) === home;
  for (const home of homes) {
    for (const pattern of homePatterns(rungs, crossFamily)) {
      for (const startRung of startMarker ? Array.from({ length: rungs }, (_, rung) => rung) : [-1]) {
        if (startMarker && pattern[startRung] && !isHome(startMarker, home)) continue;
        const fits = (marker: M, rung: number): boolean =>
          (rung !== startRung || marker === startMarker) && (!pattern[rung] || isHome(marker, home)) && allows(marker, rung);
        const firsts = candidates.filter((marker) => fits(marker, 0));
        const runs: Pick<Run<M>, 'firsts' | 'lastFits'>[] =
          minContrastL > 0
            ? firsts.map((first) => ({ firsts: [first], lastFits: (last) => (first.lab?.L ?? 0) - (last.lab?.L ?? 0) >= minContrastL }))
            : [{ firsts, lastFits: () => true }];
        for (const run of runs) {
          for (const path of bestPaths(search, { ...run, fits, bound })) {
            if (path.cost > bound()) continue;
            const key = path.rungs.map(({ id }) => id).join(' ');
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
