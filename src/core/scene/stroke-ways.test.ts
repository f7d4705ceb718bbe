import { describe, expect, it } from 'vitest';
import { type Piece, type StrokeWay, strokeWays } from './stroke-ways';

const width = 220;
const [cx, cy] = [110, 110];

/** Pixels of a shape, told by a function of the place. */
function pixelsOf(isIn: (x: number, y: number) => boolean): number[] {
  return Array.from({ length: width * width }, (_, i) => i).filter((i) => isIn(i % width, Math.floor(i / width)));
}
const piece = (pixels: number[], more: Partial<Piece> = {}): Piece => ({ pixels, touching: [], deepest: [], ...more });
/** Degrees between the way, from its first to its last place, and a direction. */
function offDeg(way: StrokeWay | undefined, dx: number, dy: number): number {
  const [from, to] = [way?.[0], way?.at(-1)];
  if (!from || !to) return 180;
  const [wx, wy] = [to[0] - from[0], to[1] - from[1]];
  return (Math.acos((wx * dx + wy * dy) / (Math.hypot(wx, wy) * Math.hypot(dx, dy))) * 180) / Math.PI;
}

describe('ways of strokes, on shapes of which they are known', () => {
  it.each([4, 5, 8])('%i petals: from the centre out, within 8 degrees', (count) => {
    const petals = Array.from({ length: count }, (_, index) => {
      const angle = (2 * Math.PI * index) / count + 0.3;
      const [ax, ay] = [Math.cos(angle), Math.sin(angle)];
      const pixels = pixelsOf((x, y) => {
        const [along, across] = [(x - cx) * ax + (y - cy) * ay - 55, -(x - cx) * ay + (y - cy) * ax];
        return (along / 38) ** 2 + (across / 15) ** 2 < 1;
      });
      return { angle, piece: piece(pixels) };
    });
    const { ways, isOutwards } = strokeWays({ width, pieces: petals.map(({ piece: own }) => own), fallsDown: false });
    expect(isOutwards).toBe(true);
    expect(ways).toHaveLength(count);
    for (const [index, { angle }] of petals.entries()) expect(offDeg(ways[index], Math.cos(angle), Math.sin(angle))).toBeLessThan(8);
  });

  it('a plait of hair: down, through all its strands', () => {
    const strands = pixelsOf((x, y) =>
      [30, 60, 90, 120, 150, 180].some((at, index) => (x - 110 - (index % 2 ? 5 : -5)) ** 2 + (y - at) ** 2 < 20 ** 2),
    );
    const [way] = strokeWays({ width, pieces: [piece(strands)], fallsDown: true }).ways;
    expect(offDeg(way, 0, 1)).toBeLessThan(8);
    expect((way?.at(-1)?.[1] ?? 0) - (way?.[0]?.[1] ?? 0)).toBeGreaterThan(100);
  });

  it('a bent tail: from where it grows out to its tip, along its bend', () => {
    const tail = pixelsOf((x, y) => {
      const [dx, dy] = [x - 110, y - 110];
      const far = Math.hypot(dx, dy);
      const angle = Math.atan2(dy, dx);
      return far > 60 && far < 84 && angle > -Math.PI / 2 && angle < Math.PI / 2;
    });
    // It grows out of a body at its upper end.
    const touching = tail.filter((i) => i % width <= 111 && Math.floor(i / width) < 60);
    const [way] = strokeWays({ width, pieces: [piece(tail, { touching })], fallsDown: false }).ways;
    expect(way?.[0]?.[1]).toBeLessThan(way?.at(-1)?.[1] ?? 0);
    for (const [index, place] of (way ?? []).entries()) {
      const next = way?.[index + 1];
      if (!next) continue;
      // Along the tangent of the ring it lies on, clockwise.
      const [mx, my] = [(place[0] + next[0]) / 2 - 110, (place[1] + next[1]) / 2 - 110];
      expect(offDeg([place, next], -my, mx)).toBeLessThan(15);
    }
  });

  it('what grows out of nothing goes from its deepest place to its light', () => {
    const round = pixelsOf((x, y) => (x - 110) ** 2 + (y - 110) ** 2 < 50 ** 2);
    const deepest = round.filter((i) => (i % width) - 110 > 30);
    const [way] = strokeWays({ width, pieces: [piece(round, { deepest })], fallsDown: false }).ways;
    expect(offDeg(way, -1, 0)).toBeLessThan(10);
  });

  it('boxes side by side are no petals; a speck has no way', () => {
    const box = (left: number) => piece(pixelsOf((x, y) => x >= left && x < left + 12 && y > 60 && y < 140));
    expect(strokeWays({ width, pieces: [box(20), box(60), box(100), box(140)], fallsDown: false }).isOutwards).toBe(false);
    expect(strokeWays({ width, pieces: [piece([5, 6, 7])], fallsDown: false }).ways).toEqual([]);
  });
});
