import { expect, it } from 'vitest';
import { cuesPull } from './cues-pull';

const oval = { boundsPx: [100, 120, 60, 20] as [number, number, number, number], density: 0.3 };

it('marks pull most in their middle, ever less round it, without an edge, and no farther than their surroundings', () => {
  const fadePx = 12;
  const pull = cuesPull([oval], 0.6, fadePx);
  for (const [alongX, alongY] of [
    [1, 0],
    [0, 1],
    [0.6, 0.8],
    [-0.8, 0.6],
  ] as const) {
    const way = Array.from({ length: 120 }, (_, step) => pull(129.5 + step * alongX, 129.5 + step * alongY));
    expect(way[0]).toBeCloseTo(0.72, 2);
    const falls = way.slice(1).map((own, index) => (way[index] as number) - own);
    expect(Math.min(...falls)).toBeGreaterThanOrEqual(0);
    // As steep as the profile is at its steepest, 1.54 of the whole over the shortest radius: nowhere a jump.
    expect(Math.max(...falls)).toBeLessThanOrEqual((0.72 * 1.55) / (1.35 * (10 + fadePx)));
    expect(way.at(-1)).toBe(0);
  }
});

it('the denser the hatching the more, up to what is meant as full shadow; several count as the strongest', () => {
  const at = (density: number) => cuesPull([{ ...oval, density }], 1, 12)(129.5, 129.5);
  expect(at(0.15)).toBeCloseTo(at(0.3) / 2, 6);
  expect(at(0.6)).toBe(at(0.3));
  expect(cuesPull([{ ...oval, density: 0.1 }, oval], 1, 12)(129.5, 129.5)).toBe(at(0.3));
});
