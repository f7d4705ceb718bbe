export type Place = readonly [number, number];

/** Straight pieces of a path; a tap is one of no length. */
const piecesOf = (points: readonly Place[]): number => Math.max(1, points.length - 1);

/** How far a place is from the straight piece between two others; of no length, it is one place. */
export function distanceToSegment(x: number, y: number, [x1, y1]: Place, [x2, y2]: Place): number {
  const lengthSquared = (x2 - x1) ** 2 + (y2 - y1) ** 2;
  const along = lengthSquared === 0 ? 0 : Math.max(0, Math.min(1, ((x - x1) * (x2 - x1) + (y - y1) * (y2 - y1)) / lengthSquared));
  return Math.hypot(x - x1 - along * (x2 - x1), y - y1 - along * (y2 - y1));
}

/** How far a place is from a path in px, and on which side of its way: over 0 at the right. The plain version of what `eachNearPath` tells. */
export function distanceToPath(points: readonly Place[], x: number, y: number): { apart: number; side: number } {
  let nearest = Number.POSITIVE_INFINITY;
  let side = 0;
  for (let i = 0; i < piecesOf(points); i++) {
    const [x1, y1] = points[i]!;
    const [x2, y2] = points[i + 1] ?? points[i]!;
    const apart = distanceToSegment(x, y, points[i]!, points[i + 1] ?? points[i]!);
    if (apart >= nearest) continue;
    nearest = apart;
    side = (x2 - x1) * (y - y1) - (y2 - y1) * (x - x1);
  }
  return { apart: nearest, side };
}

/** Blocks of so many steps are looked at pixel by pixel. */
const leafPx = 8;

type Near = { segment: number; apart: number };

/**
 * Calls for each pixel whose middle is less than `reachPx` from a path, with how far it is and on which side of its way. Blocks are halved until few pieces
 * of the path can be the nearest in them, so that a scribble of hundreds of pieces under a wide brush costs little more than a straight line.
 * @param size of the picture in px. `step`: only every so many-th pixel each way.
 * @param options.wants which pixels are asked for at all, by their column and row. Default: all.
 * @param options.onlyWhether how far and on which side is of no interest: both are told as 0. Default false.
 */
export function eachNearPath(
  points: readonly Place[],
  reachPx: number,
  { width, height, step = 1 }: { width: number; height: number; step?: number },
  visit: (x: number, y: number, apart: number, side: number) => void,
  options: { wants?: (x: number, y: number) => boolean; onlyWhether?: boolean } = {},
): void {
  const { wants, onlyWhether = false } = options;
  const count = piecesOf(points);
  const segments = new Float64Array(5 * count);
  for (let i = 0; i < count; i++) {
    const [x1, y1] = points[i]!;
    const [x2, y2] = points[i + 1] ?? points[i]!;
    const lengthSquared = (x2 - x1) ** 2 + (y2 - y1) ** 2;
    segments.set([x1, y1, x2 - x1, y2 - y1, lengthSquared === 0 ? 0 : 1 / lengthSquared], 5 * i);
  }
  const squared = (segment: number, x: number, y: number): number => {
    const at = 5 * segment;
    const ownX = x - segments[at]!;
    const ownY = y - segments[at + 1]!;
    const dx = segments[at + 2]!;
    const dy = segments[at + 3]!;
    const along = Math.max(0, Math.min(1, (ownX * dx + ownY * dy) * segments[at + 4]!));
    return (ownX - along * dx) ** 2 + (ownY - along * dy) ** 2;
  };
  const onGrid = (value: number) => Math.ceil(value / step) * step;
  /** Pixel by pixel. @param near pieces that may be the nearest, `apart` how far each is from the middle of the block, the nearest first. */
  const leaf = (fromX: number, fromY: number, toX: number, toY: number, near: readonly Near[]) => {
    const middleX = (fromX + toX) / 2;
    const middleY = (fromY + toY) / 2;
    for (let y = onGrid(fromY); y < toY; y += step) {
      for (let x = onGrid(fromX); x < toX; x += step) {
        if (wants && !wants(x, y)) continue;
        const fromMiddle = Math.sqrt((x + 0.5 - middleX) ** 2 + (y + 0.5 - middleY) ** 2);
        let least = Number.POSITIVE_INFINITY;
        let leastApart = Number.POSITIVE_INFINITY;
        let nearest = 0;
        for (let k = 0; k < near.length; k++) {
          const { segment, apart } = near[k]!;
          // No nearer here than by all the way from the middle; those after it are farther still.
          if (apart - fromMiddle > leastApart) break;
          const own = squared(segment, x + 0.5, y + 0.5);
          if (own >= least) continue;
          least = own;
          leastApart = Math.sqrt(own);
          nearest = segment;
        }
        if (leastApart >= reachPx) continue;
        if (onlyWhether) {
          visit(x, y, 0, 0);
          continue;
        }
        const at = 5 * nearest;
        visit(x, y, leastApart, segments[at + 2]! * (y + 0.5 - segments[at + 1]!) - segments[at + 3]! * (x + 0.5 - segments[at]!));
      }
    }
  };
  const block = (fromX: number, fromY: number, toX: number, toY: number, near: readonly number[]) => {
    if (fromX >= toX || fromY >= toY) return;
    // No place in the block is farther from its middle than half its diagonal.
    const middleX = (fromX + toX) / 2;
    const middleY = (fromY + toY) / 2;
    const half = Math.hypot(toX - fromX, toY - fromY) / 2;
    const measured: Near[] = [];
    let least = Number.POSITIVE_INFINITY;
    for (const segment of near) {
      const apart = Math.sqrt(squared(segment, middleX, middleY));
      measured.push({ segment, apart });
      if (apart < least) least = apart;
    }
    if (least - half >= reachPx) return;
    if (onlyWhether && least + half < reachPx) {
      for (let y = onGrid(fromY); y < toY; y += step)
        for (let x = onGrid(fromX); x < toX; x += step) if (!wants || wants(x, y)) visit(x, y, 0, 0);
      return;
    }
    const left = measured.filter(({ apart }) => apart <= least + 2 * half);
    const isWide = toX - fromX > leafPx * step;
    const isTall = toY - fromY > leafPx * step;
    if (!isWide && !isTall) {
      leaf(
        fromX,
        fromY,
        toX,
        toY,
        left.sort((one, other) => one.apart - other.apart),
      );
      return;
    }
    const inner = left.map(({ segment }) => segment);
    const cutX = isWide ? Math.floor(middleX) : toX;
    const cutY = isTall ? Math.floor(middleY) : toY;
    block(fromX, fromY, cutX, cutY, inner);
    block(cutX, fromY, toX, cutY, inner);
    block(fromX, cutY, cutX, toY, inner);
    block(cutX, cutY, toX, toY, inner);
  };
  let [left, top, right, bottom] = [width, height, 0, 0];
  for (const [x, y] of points) {
    left = Math.min(left, Math.floor(x - reachPx));
    right = Math.max(right, Math.ceil(x + reachPx) + 1);
    top = Math.min(top, Math.floor(y - reachPx));
    bottom = Math.max(bottom, Math.ceil(y + reachPx) + 1);
  }
  block(
    Math.max(0, left),
    Math.max(0, top),
    Math.min(width, right),
    Math.min(height, bottom),
    Array.from({ length: count }, (_, i) => i),
  );
}

/** Calls for each pixel that a path runs through, once at least. Places beyond the picture count for the nearest in it. */
export function eachOnPath(
  points: readonly Place[],
  { width, height }: { width: number; height: number },
  visit: (i: number) => void,
): void {
  const pixel = (x: number, y: number) =>
    Math.min(height - 1, Math.max(0, Math.floor(y))) * width + Math.min(width - 1, Math.max(0, Math.floor(x)));
  for (let index = 0; index < points.length; index++) {
    const [x1, y1] = points[index]!;
    const [x2, y2] = points[index + 1] ?? points[index]!;
    const steps = Math.max(1, Math.ceil(2 * Math.max(Math.abs(x2 - x1), Math.abs(y2 - y1))));
    for (let step = 0; step <= steps; step++) visit(pixel(x1 + ((x2 - x1) * step) / steps, y1 + ((y2 - y1) * step) / steps));
  }
}
