import { assertOutline, areaMm2, type OutlineMm } from '#core/outline/outline';
import { seeded } from '#core/sharing/seeded';
import { type Die, dieOf, NoFits } from './die';
import { layIn, type Laid, type PlacingRule, placingRules } from './lay-in';
import { shelfFillings } from './shelves';

export type DiePassesRequest = {
  /** The plate of the machine, or the platform of stamps: what lies on it reaches to its edges. */
  plate: { widthMm: number; heightMm: number };
  /** `count`: how often it is cut. A nested set that is cut together goes in as its outermost. */
  dies: readonly { id: string; outline: OutlineMm; count: number }[];
  /** Between outlines, not to the plate's edge. */
  gapMm: number;
};
export type LaidDie = { id: string; xMm: number; yMm: number; turnedDeg: number };
export type DiePasses = { passes: LaidDie[][] } | { problem: string };

/** Dies laid in one after the other by the search at the most: what has not been found by then is not looked for longer. */
const mostLayings = 240;
const searchSeed = 31;

/** Which die still has to be cut how often; those of 0 are gone. */
type Left = ReadonlyMap<string, number>;
type Fill = (left: Left) => readonly Laid[];

/** Never up: what lies at the edge would lie over it. */
const rounded = (value: number): number => Math.floor(value * 1000 + 1e-6) / 1000;

/** @throws TypeError, RangeError */
function assertRequest({ plate, dies, gapMm }: DiePassesRequest): void {
  if (!(plate.widthMm > 0) || !(plate.heightMm > 0))
    throw new RangeError(`A plate is more than 0 mm wide and high; this one is ${plate.widthMm} x ${plate.heightMm}.`);
  if (!(gapMm >= 0)) throw new RangeError(`A gap is 0 mm or more; this one is ${gapMm}.`);
  const ids = new Set<string>();
  for (const { id, outline, count } of dies) {
    assertOutline(outline, `The outline of ${id}`);
    if (!Number.isInteger(count) || count < 0 || count > 100_000)
      throw new RangeError(`A die is cut a whole number of times up to 100,000; ${id} has ${count}.`);
    if (ids.has(id)) throw new RangeError(`Two dies are called ${id}: each is there once, so it stands once with how often it is cut.`);
    ids.add(id);
  }
}

/** The fewest passes there can be: the die that is cut most often, and the area of all. */
function fewestThinkable(wanted: DiePassesRequest['dies'], plate: DiePassesRequest['plate']): number {
  const area = wanted.reduce((sum, { outline, count }) => sum + count * areaMm2(outline), 0);
  return Math.max(...wanted.map(({ count }) => count), Math.ceil(area / (plate.widthMm * plate.heightMm) - 1e-6));
}

/** Fills passes one after the other until all is cut, or there are so many that it is no use. */
function inPasses(counts: Left, fill: Fill, most: number): readonly Laid[][] | null {
  const left = new Map(counts);
  const passes: Laid[][] = [];
  while (left.size > 0) {
    if (passes.length >= most) return null;
    const laid = [...fill(left)];
    // Whoever leaves everything out would never come to an end.
    if (laid.length === 0) return null;
    for (const { die } of laid) {
      const now = (left.get(die.id) ?? 0) - 1;
      if (now > 0) left.set(die.id, now);
      else left.delete(die.id);
    }
    passes.push(laid);
  }
  return passes;
}

/** The same, and what was filled for the same list is filled so again. */
function remembered(keyOf: (left: Left) => string, fill: Fill): Fill {
  const known = new Map<string, readonly Laid[]>();
  return (left) => {
    const key = keyOf(left);
    const laid = known.get(key) ?? fill(left);
    known.set(key, laid);
    return laid;
  };
}

/**
 * Lays dies onto plates so that all are cut in the fewest passes: each die is there once, so once in a pass, its outline as it is (an ear may reach into a bay), in quarter turns. Passes are filled one
 * after the other: by boxes on shelves in every rule, and by no-fit polygons, from the largest down and then in seeded orders that begin with what was left over (Burke, Hellier, Kendall and
 * Whitwell 2006, A new bottom-left-fill heuristic algorithm for the two-dimensional irregular packing problem). The best is taken: never more than shelves come to.
 * @returns passes in the order in which they are made, `xMm`, `yMm` the least x and y of the die, `turnedDeg` clockwise; or in words which die does not fit.
 * @throws TypeError, RangeError for what is no plate, gap, outline or count.
 */
export function diePasses(request: DiePassesRequest): DiePasses {
  assertRequest(request);
  const { plate } = request;
  const wanted = request.dies.filter(({ count }) => count > 0);
  if (wanted.length === 0) return { passes: [] };
  const dies = wanted.map(({ id, outline }) => dieOf(id, outline, plate));
  const tooLarge = dies.filter(({ turns }) => turns.length === 0).map(({ id }) => id);
  if (tooLarge.length > 0) {
    const words = tooLarge.length === 1 ? `${tooLarge[0]} is` : `${tooLarge.join(', ')} are`;
    return {
      problem: `${words} larger than the plate of ${plate.widthMm} x ${plate.heightMm} mm, however it is turned. Take a larger plate, or cut it by hand.`,
    };
  }
  const best = fewestPasses({ ...request, dies: wanted }, dies);
  return {
    passes: best.map((pass) =>
      pass.map(({ die: { id }, turn: { deg }, xMm, yMm }) => ({ id, xMm: rounded(xMm), yMm: rounded(yMm), turnedDeg: deg })),
    ),
  };
}

function fewestPasses({ plate, dies: wanted, gapMm }: DiePassesRequest, dies: readonly Die[]): readonly Laid[][] {
  const counts: Left = new Map(wanted.map(({ id, count }) => [id, count]));
  const fewest = fewestThinkable(wanted, plate);
  const areas = new Map(wanted.map(({ id, outline }) => [id, areaMm2(outline)]));
  // One die a pass always does.
  let best: readonly Laid[][] = [...counts].flatMap(([id, count]) => {
    const die = dies.find((own) => own.id === id)!;
    return Array.from({ length: count }, () => [{ die, turn: die.turns[0]!, xMm: 0, yMm: 0 }]);
  });
  const take = (found: readonly Laid[][] | null) => {
    if (found && found.length < best.length) best = found;
    return best.length <= fewest;
  };
  const isLeft = (left: Left) => dies.filter(({ id }) => left.has(id));
  const shelfRules = shelfFillings([], plate, gapMm).length;
  for (let rule = 0; rule < shelfRules; rule++) {
    const fill = remembered(
      (left) => [...left.keys()].sort().join('\n'),
      (left) => shelfFillings(isLeft(left), plate, gapMm)[rule]!,
    );
    if (take(inPasses(counts, fill, best.length - 1))) return best;
  }
  const noFits = new NoFits(gapMm);
  let layings = 0;
  const plateMm2 = plate.widthMm * plate.heightMm;
  const layAll = (order: readonly Die[], rule: PlacingRule): Laid[] => {
    const laid: Laid[] = [];
    let room = plateMm2;
    for (const die of order) {
      const area = areas.get(die.id) ?? 0;
      if (area > room) continue;
      layings++;
      const own = layIn(laid, die, plate, noFits, rule);
      if (!own) continue;
      laid.push(own);
      room -= area;
    }
    return laid;
  };
  /** What has to be cut most often first, then what stood first, then the largest. */
  const byOrder = (rank: ReadonlyMap<string, number>, rule: PlacingRule): Fill => {
    const ordered = (left: Left) =>
      isLeft(left).sort(
        (one, other) => (left.get(other.id) ?? 0) - (left.get(one.id) ?? 0) || (rank.get(other.id) ?? 0) - (rank.get(one.id) ?? 0),
      );
    const key = (left: Left) =>
      ordered(left)
        .map(({ id }) => id)
        .join('\n');
    return remembered(key, (left) => layAll(ordered(left), rule));
  };
  for (const rule of placingRules) {
    if (take(inPasses(counts, byOrder(areas, rule), best.length - 1))) return best;
  }
  const random = seeded(searchSeed);
  const largest = Math.max(...areas.values());
  for (let turn = 0; layings < mostLayings; turn++) {
    // What is alone in the last pass goes first, the others by their size, shaken.
    const leftOver = new Set(best.at(-1)?.map(({ die }) => die.id));
    const rank = new Map(
      dies.map(({ id }) => [id, (areas.get(id) ?? 0) * (0.5 + random()) + (leftOver.has(id) && random() < 0.5 ? largest : 0)]),
    );
    const before = layings;
    if (take(inPasses(counts, byOrder(rank, placingRules[turn % placingRules.length]!), best.length - 1))) return best;
    if (layings === before) break;
  }
  return best;
}
