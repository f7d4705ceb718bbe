import { polygonArea, polygonHull } from 'd3';
import type { Relief } from '#model/body';
import { bendOf, type Border, bordersOf, type LabelledPicture, pairKey, pairsAbout, type SceneBorders } from './borders';

/**
 * What is shaded as one rounded thing. `on`: a label of the body that it lies on, whose form goes on beneath it; `relief`: where it is not
 * as the outline says, `pattern` for what has no relief of its own.
 */
export type ProposedBody = { labels: number[]; on?: number; relief?: Relief };

/** So much of its outline runs along the other where something lies on it. */
const leastOnShare = 0.62;
/** At the most this share of the other's area: more is a thing of its own (a muzzle before a head). */
const mostOnArea = 0.22;
/** What lies on another is flat where it is smaller than this share of it, else it has a small relief of its own. */
const mostFlatArea = 0.1;

/** How much an end of a border counts where the outline of both runs on past it (paper is beyond), and where a third region's does: that may lie over both. */
const outlineEnd = 1;
const otherEnd = 0.6;
/** It ends in an outward corner of both: a crease. */
const cornerEnd = 0.4;
/** A rest that fills more of the ring than this is an outward corner. */
const cornerShare = 0.66;
/** A lead in straightness of so much, as shares of the ring, is full evidence. */
const fullLead = 0.08;
/** Two whose borders say so little for a seam are none. */
const surelyNone = -0.5;
const leastSeam = 0.35;
/** Two that are one fill at least this share of their convex hull. */
const leastSolidity = 0.76;

/**
 * Which regions are one rounded thing: a line that meets the outline of both squarely and leaves it smooth is a seam that parts colours or
 * cloth, no edge of a form. What another encloses and is small beside it lies on it.
 * @param picture labels row-major, 0 = paper outside.
 * @returns every label once, bodies in the order of their first labels.
 * @throws RangeError or TypeError when the map does not fit its size.
 */
export function proposeBodies(picture: LabelledPicture): ProposedBody[] {
  return bodiesOf(bordersOf(picture)).bodies;
}

/** Bodies, and for each label the number of its body, counted from 1; 0 is the paper. */
export type FoundBodies = { bodies: ProposedBody[]; bodyOf: Uint16Array };

export function bodiesOf(scene: SceneBorders): FoundBodies {
  const { areasPx } = scene;
  const sets = setsOf(areasPx.length);
  // What is small and all within others is laid aside first: it would be a third party at the ends of seams.
  const lying = enclosed(scene, (label) => label);
  const sums = seamSums(scene, within(scene)).sort((one, other) => other.sum - one.sum || one.labels[0] - other.labels[0]);
  const shapes = shapesOf(scene);
  for (const { labels, sum } of sums) if (sum <= surelyNone) sets.holdApart(...labels);
  for (const { labels, sum, meetsOutline } of sums) {
    if (sum < leastSeam || labels.some((label) => lying.has(label))) continue;
    // Two that are surely not one do not become so by way of a third.
    if (sets.isHeldApart(...labels)) continue;
    // Where no paper tells, both may end beneath a third: they are one only if they are one in shape.
    if (meetsOutline || shapes.solidityOf(...sets.rootsOf(labels)) >= leastSolidity) {
      const [one, other] = sets.rootsOf(labels);
      sets.join(one, other);
      shapes.join(sets.of(one), one, other);
    }
  }
  // What lies across a seam is enclosed by both together.
  const across = enclosed(scene, sets.of);
  const on = new Map([...lying, ...across].filter(([label, host]) => sets.of(label) !== sets.of(host)));
  const labelsOfBody = new Map<number, number[]>();
  for (let label = 1; label < areasPx.length; label++) {
    if (areasPx[label] === 0) continue;
    labelsOfBody.set(sets.of(label), [...(labelsOfBody.get(sets.of(label)) ?? []), label]);
  }
  const bodyOf = new Uint16Array(areasPx.length);
  const bodies = [...labelsOfBody.values()].map((labels, index): ProposedBody => {
    for (const label of labels) bodyOf[label] = index + 1;
    const hosts = labels.flatMap((label) => on.get(label) ?? []);
    const host = hosts.length === labels.length ? hosts[0] : undefined;
    if (host === undefined) return { labels };
    const own = labels.reduce((sum, label) => sum + areasPx[label]!, 0);
    const under = (labelsOfBody.get(sets.of(host)) ?? []).reduce((sum, label) => sum + areasPx[label]!, 0);
    return { labels, on: host, relief: own < mostFlatArea * under ? { kind: 'pattern' } : { kind: 'round', strength: 0.5 } };
  });
  return { bodies, bodyOf };
}

/** Sets of labels that are joined two by two, and which of them are not to be. */
function setsOf(count: number) {
  const parent = Uint16Array.from({ length: count }, (_, label) => label);
  const apart = new Map<number, Set<number>>();
  const of = (label: number): number => {
    let root = label;
    while (parent[root] !== root) root = parent[root]!;
    parent[label] = root;
    return root;
  };
  const apartFrom = (root: number): Set<number> => {
    const known = apart.get(root) ?? new Set<number>();
    apart.set(root, known);
    return known;
  };
  return {
    of,
    rootsOf: ([first, second]: readonly [number, number]): [number, number] => [of(first), of(second)],
    holdApart: (first: number, second: number) => {
      apartFrom(of(first)).add(of(second));
      apartFrom(of(second)).add(of(first));
    },
    isHeldApart: (first: number, second: number) => apart.get(of(first))?.has(of(second)) ?? false,
    join: (first: number, second: number) => {
      const [one, other] = [of(first), of(second)].sort((a, b) => a - b) as [number, number];
      if (one === other) return;
      parent[other] = one;
      for (const third of apart.get(other) ?? []) {
        apartFrom(one).add(third);
        apartFrom(third).add(one);
      }
    },
  };
}

/** Small labels that another, or several that are one by `bodyOf`, enclose; each with the label of the longest border. */
function enclosed({ borders, rims, areasPx }: SceneBorders, bodyOf: (label: number) => number): Map<number, number> {
  const beside = new Map<number, Map<number, { edges: number; longest: Border }>>();
  for (const border of borders.values()) {
    const edges = border.points.length / 2;
    for (const [own, other] of [border.labels, [border.labels[1], border.labels[0]] as const]) {
      if (own === 0 || other === 0 || bodyOf(own) === bodyOf(other)) continue;
      const hosts = beside.get(own) ?? new Map();
      beside.set(own, hosts);
      const known = hosts.get(bodyOf(other));
      if (!known) hosts.set(bodyOf(other), { edges, longest: border });
      else {
        known.edges += edges;
        if (edges > known.longest.points.length / 2) known.longest = border;
      }
    }
  }
  const sizes = new Map<number, number>();
  for (const [label, area] of areasPx.entries()) sizes.set(bodyOf(label), (sizes.get(bodyOf(label)) ?? 0) + area);
  const found = new Map<number, number>();
  for (const [label, hosts] of beside) {
    for (const [body, { edges, longest }] of hosts) {
      if (edges < leastOnShare * rims[label]! || areasPx[label]! > mostOnArea * sizes.get(body)!) continue;
      found.set(label, longest.labels[0] === label ? longest.labels[1] : longest.labels[0]);
    }
  }
  return found;
}

/** Areas and convex hulls of sets of labels, by the root of each set; hulls are made when they are asked for. */
function shapesOf({ borders, areasPx }: SceneBorders) {
  const rims = new Map<number, number[][]>();
  for (const { labels, points } of borders.values()) {
    for (const label of labels) {
      const own = rims.get(label);
      if (own) own.push(points);
      else rims.set(label, [points]);
    }
  }
  const hulls = new Map<number, Hull>();
  const areas = new Map<number, number>();
  const hullAt = (root: number): Hull => {
    const known = hulls.get(root);
    if (known) return known;
    const points: [number, number][] = [];
    for (const rim of rims.get(root) ?? []) for (let i = 0; i < rim.length; i += 2) points.push([rim[i]!, rim[i + 1]!]);
    const made = polygonHull(points) ?? points;
    hulls.set(root, made);
    return made;
  };
  const areaAt = (root: number): number => areas.get(root) ?? areasPx[root]!;
  const hullOfBoth = (one: number, other: number): Hull => polygonHull([...hullAt(one), ...hullAt(other)]) ?? [];
  return {
    /** Share that two sets together fill of their convex hull. */
    solidityOf: (one: number, other: number) => (areaAt(one) + areaAt(other)) / Math.max(1, Math.abs(polygonArea(hullOfBoth(one, other)))),
    join: (root: number, one: number, other: number) => {
      if (one === other) return;
      hulls.set(root, hullOfBoth(one, other));
      areas.set(root, areaAt(one) + areaAt(other));
    },
  };
}

type Hull = [number, number][];

/** Labels that no paper touches and that are small beside all that touch them. */
function within({ borders, areasPx }: SceneBorders): Set<number> {
  const around = new Float64Array(areasPx.length);
  const isOpen = new Uint8Array(areasPx.length);
  for (const {
    labels: [first, second],
  } of borders.values()) {
    around[first]! += areasPx[second]!;
    around[second]! += areasPx[first]!;
    if (first === 0) isOpen[second] = 1;
  }
  return new Set([...areasPx.keys()].filter((label) => label > 0 && !isOpen[label] && areasPx[label]! <= mostOnArea * around[label]!));
}

/**
 * How much the ends of each border say that it is a seam, in the mean; borders without ends are left out.
 * @param aside small things within others.
 */
export function seamSums({ borders, junctions }: SceneBorders, aside: ReadonlySet<number>) {
  const sums = new Map<number, { sum: number; ends: number; meetsOutline: boolean }>();
  for (const junction of junctions) {
    const { shares } = junction;
    for (const [first, second] of pairsAbout(junction)) {
      const key = pairKey(first, second);
      if (first === 0 || second === 0 || !borders.has(key)) continue;
      const sign = seamSign(shares.get(first)!, shares.get(second)!, shares.get(0) ?? 0);
      // Something small that lies over the end of a seam speaks not against it.
      if (sign < 0 && [...shares.keys()].some((label) => label !== first && label !== second && aside.has(label))) continue;
      const { sum, ends, meetsOutline } = sums.get(key) ?? { sum: 0, ends: 0, meetsOutline: false };
      sums.set(key, { sum: sum + sign, ends: ends + 1, meetsOutline: meetsOutline || sign > otherEnd });
    }
  }
  return [...sums].map(([key, { sum, ends, meetsOutline }]) => ({ labels: borders.get(key)!.labels, sum: sum / ends, meetsOutline }));
}

/** What one end says, -1 to 1, from the shares of a ring that the two and the paper fill: whether the rest runs straighter on than either. */
function seamSign(first: number, second: number, paper: number): number {
  const rest = 1 - first - second;
  if (rest > cornerShare) return cornerEnd;
  const lead = Math.min(bendOf(first), bendOf(second)) - bendOf(rest);
  const sign = Math.max(-1, Math.min(1, lead / fullLead));
  return sign < 0 ? sign : sign * (paper > 0.75 * rest ? outlineEnd : otherEnd);
}
