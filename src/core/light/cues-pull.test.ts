import { expect, it } from 'vitest';
import { cuesPull, hangCues } from './cues-pull';

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

it('hatching near a line hangs on it: the pull does not fall off towards it, and still does on its other side; what stands free has no line', () => {
  const [width, height] = [300, 200];
  // A region whose upper border lies 10 px above the hatching, all others far.
  const labels = Uint16Array.from({ length: width * height }, (_, i) => (Math.floor(i / width) >= 110 ? 1 : 2));
  const map = { labels, width, height, scale: 1 };
  const [hung] = hangCues([oval], map, 24);
  expect(hung?.towardsLine?.[1]).toBeLessThan(-0.9);
  const pull = cuesPull([hung ?? oval], 1, 12);
  const middle = pull(129.5, 129.5);
  for (let y = 129; y >= 111; y--) expect(pull(129.5, y)).toBeCloseTo(middle, 1);
  expect(pull(129.5, 160)).toBeLessThan(middle / 4);
  expect(pull(220, 112)).toBe(0);
  expect(hangCues([oval], map, 5)[0]?.towardsLine).toBeUndefined();
  expect(hangCues([oval], { labels: new Uint16Array(25 * 25), width: 25, height: 25, scale: 12 }, 24)[0]?.towardsLine).toBeUndefined();
});
