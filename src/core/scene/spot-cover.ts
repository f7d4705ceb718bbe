/** A stroke of a soft spot in px of the picture; a tap has one point. */
export type SpotStrokePx = { points: readonly (readonly [number, number])[]; radiusPx: number };
/** A soft spot in px; `softPx`: width of the edge over which it fades. */
export type SpotPx = { strokes: readonly SpotStrokePx[]; softPx: number };

/** Narrowest fade, in px: below it the edge would be jagged. */
const leastSoftPx = 1.5;

/** How far a place is from a path in px, and on which side of its way: over 0 at the right. */
export function distanceToPath(points: SpotStrokePx['points'], x: number, y: number): { apart: number; side: number } {
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

/**
 * Calls for each pixel that a soft spot reaches, with how much it covers there (over 0, up to 1: full within its radius less half of the
 * edge). Pixels that several strokes reach are told once, with the most.
 * @param size of the picture in px. `step`: every so many-th pixel each way.
 */
export function eachSpotPixel(
  { strokes, softPx }: SpotPx,
  { width, height, step = 1 }: { width: number; height: number; step?: number },
  visit: (x: number, y: number, cover: number) => void,
): void {
  const soft = Math.max(leastSoftPx, softPx);
  const most = new Map<number, number>();
  for (const { points, radiusPx } of strokes) {
    const reach = radiusPx + soft / 2;
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
    const grid = (value: number) => Math.max(0, Math.floor(value / step) * step);
    for (let y = grid(Math.min(...ys) - reach); y < height && y <= Math.max(...ys) + reach; y += step) {
      for (let x = grid(Math.min(...xs) - reach); x < width && x <= Math.max(...xs) + reach; x += step) {
        const cover = Math.min(1, (radiusPx - distanceToPath(points, x + 0.5, y + 0.5).apart) / soft + 0.5);
        const at = y * width + x;
        if (cover > (most.get(at) ?? 0)) most.set(at, cover);
      }
    }
  }
  for (const [at, cover] of most) visit(at % width, Math.floor(at / width), cover);
}
