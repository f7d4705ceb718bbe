type Rim = { label: number; xs: Int32Array; ys: Int32Array; box: [left: number, top: number, right: number, bottom: number] };

/** Rim pixels of each wanted label: those with another label beside them. */
function rimsOf(labels: Uint16Array, width: number, height: number, wanted: ReadonlySet<number>): Rim[] {
  const points = new Map([...wanted].map((label) => [label, [] as number[]]));
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const label = labels[i]!;
      const own = points.get(label);
      if (!own) continue;
      const isRim =
        x === 0 ||
        y === 0 ||
        x + 1 === width ||
        y + 1 === height ||
        labels[i - 1] !== label ||
        labels[i + 1] !== label ||
        labels[i - width] !== label ||
        labels[i + width] !== label;
      if (isRim) own.push(x, y);
    }
  }
  return [...points].flatMap(([label, own]) => {
    if (own.length === 0) return [];
    const xs = Int32Array.from(own.filter((_, index) => index % 2 === 0));
    const ys = Int32Array.from(own.filter((_, index) => index % 2 === 1));
    return [
      {
        label,
        xs,
        ys,
        box: [Math.min(...bounded(xs)), Math.min(...bounded(ys)), Math.max(...bounded(xs)), Math.max(...bounded(ys))] as Rim['box'],
      },
    ];
  });
}

/** Least and greatest of many numbers, so that they can be spread. */
function bounded(values: Int32Array): [number, number] {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    if (value < least) least = value;
    if (value > most) most = value;
  }
  return [least, most];
}

/**
 * Pairs of labels whose nearest pixels lie no farther apart than a reach, middle to middle; those that touch (1 px) always.
 * @param labels row-major label map, in which the pixels of lines have the label of the nearest region. @param reachPx 0: only what touches.
 */
export function nearPairs(
  { labels, width, height }: { labels: Uint16Array; width: number; height: number },
  wanted: readonly number[],
  reachPx: number,
): [one: number, other: number][] {
  if (labels.length !== width * height) throw new RangeError(`nearPairs expects ${width * height} labels, got ${labels.length}`);
  const reach = Math.max(Math.SQRT2, reachPx);
  const rims = rimsOf(labels, width, height, new Set(wanted));
  const found: [number, number][] = [];
  for (const [index, one] of rims.entries()) {
    for (const other of rims.slice(0, index)) {
      const apartX = Math.max(0, one.box[0] - other.box[2], other.box[0] - one.box[2]);
      const apartY = Math.max(0, one.box[1] - other.box[3], other.box[1] - one.box[3]);
      if (apartX ** 2 + apartY ** 2 <= reach ** 2 && areNear(one, other, reach)) found.push([other.label, one.label]);
    }
  }
  return found;
}

function areNear(one: Rim, other: Rim, reach: number): boolean {
  const [left, top, right, bottom] = other.box;
  for (let i = 0; i < one.xs.length; i++) {
    const [x, y] = [one.xs[i]!, one.ys[i]!];
    if (x < left - reach || x > right + reach || y < top - reach || y > bottom + reach) continue;
    for (let j = 0; j < other.xs.length; j++) {
      if ((other.xs[j]! - x) ** 2 + (other.ys[j]! - y) ** 2 <= reach ** 2) return true;
    }
  }
  return false;
}
