import { bendOf, bordersOf, type LabelledPicture, pairKey, pairsAbout, type SceneBorders } from './borders';
import { bodiesOf, type FoundBodies, type ProposedBody } from './propose-bodies';

/** Of two regions with a common border: which lies in front. `sureness` 0 to 1: how well the drawing tells. */
export type ProposedFront = { front: number; behind: number; sureness: number };

/** What tells that one lies in front, and how much it counts; fitted by hand to solid figures and layered drawings (docs/eval-scene.md). */
export const frontWeights = {
  /** An outline that runs straight on where another line ends at it, for each such end. */
  junction: 1,
  /** A border that swells towards the other, by the mean share of a small disk about it. */
  bulge: 3,
  /** Outline shared with the other, as a share of one's own, less the other's. */
  enclosure: 2.2,
  /** The smaller on the larger, by the logarithm of the areas. */
  size: 0.12,
} as const;

/** Less than this in sum is no proposal. */
const leastSum = 0.24;
/** A sum that leaves no doubt. */
const fullSum = 1.5;
/** What is in front within one body is never surer than this: it matters only if the maker parts the body. */
const mostWithin = 0.25;
/** A border shorter than this is none that light falls across. */
const leastBorderMm = 1;
/** Radius of the disks in which a border's bend is seen, and how far apart they lie. */
const diskMm = 1.2;
const diskStepMm = 0.5;

/** What is known of a pair with a common border, before it is weighed. */
export type FrontSigns = { labels: readonly [number, number]; junction: number; bulge: number; enclosure: number; size: number };

/**
 * What lies in front at each common border of two regions, where the drawing tells: an outline that runs on where another ends at it
 * (T-junctions: Guzman 1969, Decomposition of a visual scene into three-dimensional bodies), the side to which a border swells,
 * enclosure, and a small sense for what is small.
 * @param picture labels row-major, 0 = paper outside.
 * @returns at the most one for each pair; none where nothing tells. Cycles are allowed.
 * @throws RangeError or TypeError when the map does not fit its size.
 */
export function proposeFronts(picture: LabelledPicture): ProposedFront[] {
  const scene = bordersOf(picture);
  return frontsOf(scene, bodiesOf(scene));
}

/**
 * The same from borders and bodies that are known. Seams and what lies on a body say nothing of what lies before it, so bodies are weighed
 * whole, with all that lies on them, and what is found is told for every two of their labels that touch.
 */
export function frontsOf(scene: SceneBorders, { bodies, bodyOf }: FoundBodies): ProposedFront[] {
  const wholeOf = bodies.map((body, index) => {
    let whole = index + 1;
    // What lies on something that lies on something: up to the last, and never round.
    for (let turn = 0, own: ProposedBody | undefined = body; own?.on !== undefined && turn < 8; turn++) {
      whole = bodyOf[own.on]!;
      own = bodies[whole - 1];
    }
    return whole;
  });
  const labels = scene.labels.map((label) => (label === 0 ? 0 : wholeOf[bodyOf[label]! - 1]!));
  const wholes = bordersOf({ ...scene, labels });
  const sums = sumsOf(wholes);
  const within = sumsOf(scene);
  const liesOn = (own: number, other: number) => bodies[own - 1]!.on !== undefined && bodyOf[bodies[own - 1]!.on!] === other;
  const fronts: ProposedFront[] = [];
  for (const {
    labels: [first, second],
    points,
  } of scene.borders.values()) {
    if (first === 0 || !isLong(points, scene.pxPerMm)) continue;
    const [own, other] = [bodyOf[first]!, bodyOf[second]!];
    const [whole, otherWhole] = [wholeOf[own - 1]!, wholeOf[other - 1]!];
    // Of one whole the drawing says little: sure only is that what lies on the other is in front.
    const lies = whole === otherWhole && own !== other && (liesOn(own, other) || liesOn(other, own));
    let sum = (whole < otherWhole ? 1 : -1) * (sums.get(pairKey(whole, otherWhole)) ?? 0);
    if (whole === otherWhole) sum = within.get(pairKey(first, second)) ?? 0;
    if (lies) sum = liesOn(own, other) ? fullSum : -fullSum;
    if (Math.abs(sum) < leastSum) continue;
    const [front, behind] = sum > 0 ? [first, second] : [second, first];
    const most = whole === otherWhole && !lies ? mostWithin : 1;
    fronts.push({ front, behind, sureness: Math.min(most, Math.abs(sum) / fullSum) });
  }
  return fronts.sort((one, other) => one.front - other.front || one.behind - other.behind);
}

const sumsOf = (scene: SceneBorders) =>
  new Map(frontSigns(scene).map(({ labels: [first, second], ...signs }) => [pairKey(first, second), sumOf(signs)]));

/** Whether a border is long enough for light to fall across. */
function isLong(points: readonly number[], pxPerMm: number): boolean {
  return (points.length / 2) * (Math.PI / 4) >= leastBorderMm * pxPerMm;
}

function sumOf(signs: Omit<FrontSigns, 'labels'>): number {
  const names = Object.keys(frontWeights) as (keyof typeof frontWeights)[];
  return names.reduce((sum, name) => sum + frontWeights[name] * signs[name], 0);
}

/** The signs of every pair of regions that have a border; positive speaks for the first of the two. */
export function frontSigns(scene: SceneBorders): FrontSigns[] {
  const { borders, areasPx, rims, pxPerMm } = scene;
  const ends = junctionVotes(scene);
  return [...borders.values()]
    .filter(({ labels: [first] }) => first !== 0)
    .flatMap((border): FrontSigns[] => {
      const [first, second] = border.labels;
      const edges = border.points.length / 2;
      if (!isLong(border.points, pxPerMm)) return [];
      const share = (label: number) => edges / rims[label]!;
      return [
        {
          labels: border.labels,
          junction: ends.get(pairKey(first, second)) ?? 0,
          bulge: bulgeOf(scene, border.points, first, second),
          enclosure: share(first) - share(second),
          size: Math.log(areasPx[second]! / areasPx[first]!),
        },
      ];
    })
    .sort((one, other) => one.labels[0] - other.labels[0] || one.labels[1] - other.labels[1]);
}

/** For each pair, the sum over its ends of how much straighter the first's outline runs on there than the second's. */
function junctionVotes({ junctions }: SceneBorders): Map<number, number> {
  const votes = new Map<number, number>();
  for (const junction of junctions) {
    for (const [first, second] of pairsAbout(junction)) {
      if (first === 0 || second === 0) continue;
      const vote = endVote(junction.shares.get(first)!, junction.shares.get(second)!);
      const key = pairKey(first, second);
      votes.set(key, (votes.get(key) ?? 0) + (first < second ? vote : -vote));
    }
  }
  return votes;
}

/**
 * What one end of a border says, from the shares of the ring that the two fill; the rest is what else meets there. Where the rest runs
 * straight on, both end at it and nothing is told.
 */
export function endVote(first: number, second: number): number {
  const rest = bendOf(1 - first - second);
  const [own, other] = [bendOf(first), bendOf(second)];
  const least = Math.min(own, other);
  if (rest < least - 0.02) return 0;
  const lead = Math.min(1, Math.abs(own - other) / 0.14) * Math.min(1, Math.max(0, 0.25 - least) / 0.15);
  return own < other ? lead : -lead;
}

/** Mean share that the second fills of small disks about the border, over a half: positive where the first swells into it. */
function bulgeOf({ width, height, labels, pxPerMm }: SceneBorders, points: readonly number[], first: number, second: number): number {
  const radius = diskMm * pxPerMm;
  const reach = Math.floor(radius);
  const count = points.length / 2;
  const disks = Math.max(1, Math.min(40, Math.round(count / (diskStepMm * pxPerMm))));
  let sum = 0;
  let seen = 0;
  for (let disk = 0; disk < disks; disk++) {
    const at = 2 * Math.floor(((disk + 0.5) * count) / disks);
    const [x, y] = [points[at]!, points[at + 1]!];
    let own = 0;
    let other = 0;
    let rest = 0;
    for (let dy = -reach; dy <= reach; dy += 2) {
      for (let dx = -reach; dx <= reach; dx += 2) {
        if (dx * dx + dy * dy > radius * radius) continue;
        const column = Math.floor(x + dx);
        const row = Math.floor(y + dy);
        const label = column < 0 || row < 0 || column >= width || row >= height ? 0 : labels[row * width + column]!;
        if (label === first) own++;
        else if (label === second) other++;
        else rest++;
      }
    }
    // A disk that sees much of others tells of an end, not of the border's bend.
    if (rest > 0.04 * (own + other)) continue;
    sum += other / (own + other) - 0.5;
    seen++;
  }
  return seen === 0 ? 0 : sum / seen;
}
