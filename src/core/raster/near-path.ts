export type Place = readonly [number, number];

/** How far a place is from a path in px, and on which side of its way: over 0 at the right. The plain version of what `eachNearPath` tells. */
export function distanceToPath(points: readonly Place[], x: number, y: number): { apart: number; side: number } {
  let nearest = Number.POSITIVE_INFINITY;
  let side = 0;
  for (let i = 0; i < points.length; i++) {
    const [x1, y1] = points[i]!;
    const [x2, y2] = points[i + 1] ?? points[i]!;
    const lengthSquared = (x2 - x1) ** 2 + (y2 - y1) ** 2;
    const along = lengthSquared === 0 ? 0 : Math.max(0, Math.min(1, ((x - x1) * (x2 - x1) + (y - y1) * (y2 - y1)) / lengthSquared));
    const apart = Math.hypot(x - x1 - along * (x2 - x1), y - y1 - along * (y2 - y1));
    if (apart >= nearest) continue;
    nearest = apart;
    side = (x2 - x1) * (y - y1) - (y2 - y1) * (x - x1);
  }
  return { apart: nearest, side };
}

/** Blocks of so many px are looked at pixel by pixel. */
const leafPx = 8;

/**
 * Calls for each pixel whose middle is less than `reachPx` from a path, with how far it is and on which side of its way. Blocks are halved until few pieces
 * of the path can be the nearest in them, so that a scribble of hundreds of pieces under a wide brush costs little more than a straight line.
 * @param size of the picture in px. `step`: only every so many-th pixel each way.
 * @param wants which pixels are asked for at all, by their column and row.
 */
export function eachNearPath(
  points: readonly Place[],
  reachPx: number,
  { width, height, step = 1 }: { width: number; height: number; step?: number },
  visit: (x: number, y: number, apart: number, side: number) => void,
  wants?: (x: number, y: number) => boolean,
): void {
  const count = points.length;
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
  const leaf = (fromX: number, fromY: number, toX: number, toY: number, near: Int32Array) => {
    for (let y = onGrid(fromY); y < toY; y += step) {
      for (let x = onGrid(fromX); x < toX; x += step) {
        if (wants && !wants(x, y)) continue;
        let least = Number.POSITIVE_INFINITY;
        let nearest = -1;
        for (const segment of near) {
          const own = squared(segment, x + 0.5, y + 0.5);
          if (own >= least) continue;
          least = own;
          nearest = segment;
        }
        const apart = Math.sqrt(least);
        if (apart >= reachPx) continue;
        const at = 5 * nearest;
        visit(x, y, apart, segments[at + 2]! * (y + 0.5 - segments[at + 1]!) - segments[at + 3]! * (x + 0.5 - segments[at]!));
      }
    }
  };
  const block = (fromX: number, fromY: number, toX: number, toY: number, near: Int32Array) => {
    if (fromX >= toX || fromY >= toY) return;
    // No place in the block is farther from its middle than half its diagonal.
    const [middleX, middleY] = [(fromX + toX) / 2, (fromY + toY) / 2];
    const half = Math.hypot(toX - fromX, toY - fromY) / 2;
    const apart = Float64Array.from(near, (segment) => Math.sqrt(squared(segment, middleX, middleY)));
    const least = apart.reduce((one, other) => Math.min(one, other), Number.POSITIVE_INFINITY);
    if (least - half >= reachPx) return;
    const left = near.filter((_, i) => apart[i]! <= least + 2 * half);
    if (toX - fromX <= leafPx && toY - fromY <= leafPx) return leaf(fromX, fromY, toX, toY, left);
    const [cutX, cutY] = [Math.floor(middleX), Math.floor(middleY)];
    if (toX - fromX > leafPx && toY - fromY > leafPx) {
      block(fromX, fromY, cutX, cutY, left);
      block(cutX, fromY, toX, cutY, left);
      block(fromX, cutY, cutX, toY, left);
      block(cutX, cutY, toX, toY, left);
    } else if (toX - fromX > leafPx) {
      block(fromX, fromY, cutX, toY, left);
      block(cutX, fromY, toX, toY, left);
    } else {
      block(fromX, fromY, toX, cutY, left);
      block(fromX, cutY, toX, toY, left);
    }
  };
  let [left, top, right, bottom] = [width, height, 0, 0];
  for (const [x, y] of points) {
    left = Math.min(left, Math.floor(x - reachPx));
    right = Math.max(right, Math.ceil(x + reachPx) + 1);
    top = Math.min(top, Math.floor(y - reachPx));
    bottom = Math.max(bottom, Math.ceil(y + reachPx) + 1);
  }
  block(Math.max(0, left), Math.max(0, top), Math.min(width, right), Math.min(height, bottom), Int32Array.from({ length: count }, (_, i) => i));
}

/** Calls for each pixel that a path runs through, once at least. Places beyond the picture count for the nearest in it. */
export function eachOnPath(points: readonly Place[], { width, height }: { width: number; height: number }, visit: (i: number) => void): void {
  const pixel = (x: number, y: number) =>
    Math.min(height - 1, Math.max(0, Math.floor(y))) * width + Math.min(width - 1, Math.max(0, Math.floor(x)));
  for (let index = 0; index < points.length; index++) {
    const [x1, y1] = points[index]!;
    const [x2, y2] = points[index + 1] ?? points[index]!;
    const steps = Math.max(1, Math.ceil(2 * Math.max(Math.abs(x2 - x1), Math.abs(y2 - y1))));
    for (let step = 0; step <= steps; step++) visit(pixel(x1 + ((x2 - x1) * step) / steps, y1 + ((y2 - y1) * step) / steps));
  }
}
