import type { Region } from '#model/region-table';

export type Direction = 'left' | 'right' | 'up' | 'down';

const steps: Record<Direction, [number, number]> = { left: [-1, 0], right: [1, 0], up: [0, -1], down: [0, 1] };

/**
 * The region a keyboard walk comes to next: the nearest whose inside point lies in the direction, sideways distance
 * counting double. Without a start, the first in reading order.
 * @returns null when nothing lies that way.
 */
export function nextRegion(regions: readonly Region[], fromId: string | null, direction: Direction): Region | null {
  const from = regions.find(({ id }) => id === fromId);
  if (!from) return regions[0] ?? null;
  const [stepX, stepY] = steps[direction];
  let best: Region | null = null;
  let leastCost = Number.POSITIVE_INFINITY;
  for (const region of regions) {
    const dx = region.insideMm[0] - from.insideMm[0];
    const dy = region.insideMm[1] - from.insideMm[1];
    const ahead = dx * stepX + dy * stepY;
    const aside = Math.abs(dx * stepY) + Math.abs(dy * stepX);
    if (region.id === from.id || ahead <= 0.01) continue;
    const cost = ahead + 2 * aside;
    if (cost < leastCost) {
      leastCost = cost;
      best = region;
    }
  }
  return best;
}
