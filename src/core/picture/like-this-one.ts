/** Directions in which an outline is measured from its middle. */
const directions = 72;
/** Mean difference of two outlines, as a share of the root of the area, up to which they are alike. */
const mostDifference = 0.03;
/** How much of the area within the farthest reach of an outline is filled: those of like shapes differ by less. */
const mostFillDifference = 0.06;
/** Least and greatest scale of what is alike. */
const scales = { least: 0.62, most: 1.6 };
/** A small area is drawn coarsely: so many px more or less make no difference. */
const tolerancePx = 0.9;

type Outline = { areaPx: number; reach: Float64Array; fill: number };

/** Outlines of labels: how far each reaches from its middle, by direction, as a share of the root of its area. */
function outlines(labels: Uint16Array, width: number, height: number): Map<number, Outline> {
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
  const found = new Map<number, Outline>();
  for (const [label, { count }] of sums) found.set(label, { areaPx: count, reach: new Float64Array(directions), fill: 0 });
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
function finish(outline: Outline): void {
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

/** Least mean difference of two outlines over all turns. */
function differenceOf(one: Float64Array, other: Float64Array): number {
  let least = Number.POSITIVE_INFINITY;
  for (let turn = 0; turn < directions; turn++) {
    let sum = 0;
    for (let direction = 0; direction < directions && sum < least * directions; direction++) {
      sum += Math.abs(one[direction]! - other[(direction + turn) % directions]!);
    }
    least = Math.min(least, sum / directions);
  }
  return least;
}

/**
 * Regions of the shape and about the size of one, under any turn and scales of 0.62 to 1.6: gems, petals, flags. Compared is how far the
 * outlines reach from their middles.
 * @param labels row-major, 0 = paper outside. @returns labels, that of the one itself first, then the more alike the earlier.
 * @throws RangeError when the label is not there.
 */
export function likeThisOne({ labels, width, height }: { labels: Uint16Array; width: number; height: number }, wanted: number): number[] {
  const all = outlines(labels, width, height);
  const own = all.get(wanted);
  if (!own) throw new RangeError(`likeThisOne expects a label of the picture, got ${wanted}`);
  const alike = [...all].flatMap(([label, other]) => {
    const scale = Math.sqrt(other.areaPx / own.areaPx);
    if (label === wanted || scale < scales.least || scale > scales.most) return [];
    const coarse = tolerancePx / Math.sqrt(Math.min(own.areaPx, other.areaPx));
    if (Math.abs(other.fill - own.fill) > mostFillDifference + 2 * coarse) return [];
    const difference = differenceOf(own.reach, other.reach);
    return difference <= mostDifference + coarse * 0.25 ? [{ label, difference }] : [];
  });
  return [
    wanted,
    ...alike.sort((first, second) => first.difference - second.difference || first.label - second.label).map(({ label }) => label),
  ];
}
