import { grown, united } from '#core/outline/clipped';
import type { OutlineMm } from '#core/outline/outline';

type Place = OutlineMm[number];

const angleOf = ([fromX, fromY]: Place, [toX, toY]: Place): number => Math.atan2(toY - fromY, toX - fromX);

/** Edges of a convex outline, beginning with that from its topmost, leftmost place, so that their angles rise. */
function edgesFromTop(outline: OutlineMm): { start: Place; edges: { dx: number; dy: number; angle: number }[] } {
  const top = outline.reduce((least, [x, y], index) => {
    const [ownX, ownY] = outline[least]!;
    return y < ownY || (y === ownY && x < ownX) ? index : least;
  }, 0);
  const edges = outline.map((_, index) => {
    const from = outline[(top + index) % outline.length]!;
    const to = outline[(top + index + 1) % outline.length]!;
    const angle = angleOf(from, to);
    return { dx: to[0] - from[0], dy: to[1] - from[1], angle: angle < -1e-12 ? angle + 2 * Math.PI : angle };
  });
  return { start: outline[top]!, edges };
}

/** Minkowski's sum of two convex outlines, both clockwise on the picture: their edges in the order of their angles. */
export function convexSum(one: OutlineMm, other: OutlineMm): OutlineMm {
  const [first, second] = [edgesFromTop(one), edgesFromTop(other)];
  const edges = [...first.edges, ...second.edges].sort((a, b) => a.angle - b.angle);
  let [x, y] = [first.start[0] + second.start[0], first.start[1] + second.start[1]];
  return edges.map(({ dx, dy }) => {
    const place = [x, y] as const;
    x += dx;
    y += dy;
    return place;
  });
}

/** An outline in convex parts. */
export type Parted = readonly OutlineMm[];
const opposite = (parts: Parted): OutlineMm[] => parts.map((part) => part.map(([x, y]) => [-x, -y] as const));

/**
 * Where the origin of a moving outline may not be so that it stays clear of one that lies still, from which it keeps a gap: the no-fit polygon, by the sums of all pairs of convex
 * parts (Bennell and Oliveira 2008, The geometry of nesting problems: A tutorial, European Journal of Operational Research 184). Holes in it are bays into which the moving one fits.
 * @param gapMm 0 or more; kept to 0.005 mm, so that what fits exactly does fit.
 */
export function noFit(still: Parted, moving: Parted, gapMm: number): OutlineMm[] {
  const turnedRound = opposite(moving);
  const sums = still.flatMap((part) => turnedRound.map((own) => convexSum(part, own)));
  return grown(united(sums), gapMm - exactFitMm);
}

/** So much less gap leaves a sliver of room where two things fit exactly. */
const exactFitMm = 0.002;
