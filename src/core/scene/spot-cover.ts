import { eachNearPath } from '#core/raster/near-path';

/** A stroke of a soft spot in px of the picture; a tap has one point. */
export type SpotStrokePx = { points: readonly (readonly [number, number])[]; radiusPx: number };
/** A soft spot in px; `softPx`: width of the edge over which it fades. */
export type SpotPx = { strokes: readonly SpotStrokePx[]; softPx: number };

/** Narrowest fade, in px: below it the edge would be jagged. */
const leastSoftPx = 1.5;

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
  const columns = Math.ceil(width / step);
  const most = new Float32Array(columns * Math.ceil(height / step));
  for (const { points, radiusPx } of strokes) {
    eachNearPath(points, radiusPx + soft / 2, { width, height, step }, (x, y, apart) => {
      const cover = Math.min(1, (radiusPx - apart) / soft + 0.5);
      const at = (y / step) * columns + x / step;
      if (cover > most[at]!) most[at] = cover;
    });
  }
  for (let at = 0; at < most.length; at++) if (most[at]! > 0) visit((at % columns) * step, Math.floor(at / columns) * step, most[at]!);
}
