/** Directions in which an outline is measured from its middle. */
const directions = 72;
/** A small area is drawn coarsely: so many px more or less make no difference. */
const tolerancePx = 0.9;
/** How much of the area within the farthest reach of an outline is filled: those of like shapes differ by less. */
const mostFillDifference = 0.06;

type LabelMap = { labels: Uint16Array; width: number; height: number };

/** Of a region: how far its outline reaches from its middle, by direction, as a share of the root of its area; and its middle, in px. */
export type RegionShape = { areaPx: number; reach: Float64Array; fill: number; middle: readonly [number, number] };

/** Shapes of all labels but the paper outside. @param labels row-major, 0 = paper outside. */
export function regionShapes({ labels, width, height }: LabelMap): Map<number, RegionShape> {
  const sums = new Map<number, { count: number; x: number; y: number }>();
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i]!;
    if (label === 0) continue;
    const sum = sums.get(label) ?? { count: 0, x: 0, y: 0 };
    sum.count++;
    sum.x += (i % width) + 0.5;
    sum.y += Math.floor(i / width) + 0.5;
    sums.set(label, sum);
  }
  const found = new Map<number, RegionShape>();
  for (const [label, { count, x, y }] of sums) {
    found.set(label, { areaPx: count, reach: new Float64Array(directions), fill: 0, middle: [x / count, y / count] });
  }
  const note = (label: number, x: number, y: number) => {
    const sum = sums.get(label);
    const outline = found.get(label);
    if (!sum || !outline) return;
    const [dx, dy] = [x - sum.x / sum.count, y - sum.y / sum.count];
    const direction = Math.floor(((Math.atan2(dy, dx) / (2 * Math.PI) + 1) % 1) * directions);
    outline.reach[direction] = Math.max(outline.reach[direction]!, Math.hypot(dx, dy));
  };
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const i = row * width + column;
      const own = labels[i]!;
      const right = column + 1 < width ? labels[i + 1]! : 0;
      const below = row + 1 < height ? labels[i + width]! : 0;
      if (right !== own) for (const label of [own, right]) note(label, column + 1, row + 0.5);
      if (below !== own) for (const label of [own, below]) note(label, column + 0.5, row + 1);
      if (column === 0) note(own, 0, row + 0.5);
      if (row === 0) note(own, column + 0.5, 0);
    }
  }
  for (const outline of found.values()) finish(outline);
  return found;
}

/** Fills directions that no edge lies in, from those beside them; scales by the root of the area. */
function finish(outline: RegionShape): void {
  const { reach, areaPx } = outline;
  const known = [...reach.keys()].filter((direction) => reach[direction]! > 0);
  if (known.length === 0) return;
  const nearestKnown = (from: number, step: number): number => {
    let at = from;
    while (reach[at] === 0) at = (at + step + directions) % directions;
    return at;
  };
  const filled = Float64Array.from(reach, (own, direction) => {
    if (own > 0) return own;
    const [before, after] = [nearestKnown(direction, -1), nearestKnown(direction, 1)];
    const toBefore = (direction - before + directions) % directions;
    const toAfter = (after - direction + directions) % directions;
    return (reach[before]! * toAfter + reach[after]! * toBefore) / (toBefore + toAfter);
  });
  const within = filled.reduce((sum, own) => sum + own * own, 0) * (Math.PI / directions);
  outline.fill = areaPx / within;
  for (const [direction, own] of filled.entries()) reach[direction] = own / Math.sqrt(areaPx);
}

/** Mean difference of two outlines, the other turned by so many directions, and mirrored first. Gives up above `least`. */
function turnedDifference(one: Float64Array, other: Float64Array, turn: number, isMirrored: boolean, least: number): number {
  let sum = 0;
  for (let direction = 0; direction < directions && sum <= least * directions; direction++) {
    const at = isMirrored ? turn - direction : turn + direction;
    sum += Math.abs(one[direction]! - other[((at % directions) + directions) % directions]!);
  }
  return sum / directions;
}

/**
 * How much two shapes differ under the best turn, mirrored or not, as a share of the root of their area, less what the coarseness of small ones makes.
 * @param most more than this need not be told exactly. Default: all is.
 * @returns Infinity where they fill themselves otherwise, as a ring and a disk do.
 */
export function shapeDifference(one: RegionShape, other: RegionShape, most = Number.POSITIVE_INFINITY): number {
  const coarse = tolerancePx / Math.sqrt(Math.min(one.areaPx, other.areaPx));
  if (Math.abs(other.fill - one.fill) > mostFillDifference + 2 * coarse) return Number.POSITIVE_INFINITY;
  const bound = most + coarse * 0.25;
  let least = Number.POSITIVE_INFINITY;
  for (const isMirrored of [false, true]) {
    for (let turn = 0; turn < directions; turn++)
      least = Math.min(least, turnedDifference(one.reach, other.reach, turn, isMirrored, Math.min(least, bound)));
  }
  return least - coarse * 0.25;
}
