import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { elementsOfLayers, linesOfAreas } from './elements-of-layers';

/** A map of stripes: each pixel belongs to one of so many, from the left. */
function stripes(width: number, height: number, edges: readonly number[]): Uint16Array {
  return Uint16Array.from({ length: width * height }, (_, i) => edges.findIndex((edge) => ((i % width) + 0.5) / width < edge) + 1);
}

describe('elements of a layered picture', () => {
  it('each region belongs to the name that holds most of it, whatever the sizes of the two maps; seeded', () => {
    const random = seeded(3);
    for (let round = 0; round < 40; round++) {
      const edges = [0.2 + 0.1 * random(), 0.5 + 0.1 * random(), 0.8 + 0.1 * random(), 1];
      const [width, height] = [40 + Math.floor(60 * random()), 20 + Math.floor(30 * random())];
      const given = { width, height, labels: stripes(width, height, edges), names: ['A', 'B', 'C', 'D'] };
      // Regions a little moved against them, at another scale, with a line between.
      const moved = edges.map((edge, at) => (at === 3 ? 1 : edge + 0.02 * (random() - 0.5)));
      const found = stripes(150, 70, moved);
      found.forEach((_, i) => {
        if (i % 150 > 0 && found[i] !== found[i - 1] && found[i - 1] !== 0) found[i] = 0;
      });
      const regions = [1, 2, 3, 4].map((label) => ({ id: `r${label}`, label }));
      expect(elementsOfLayers(given, { width: 150, height: 70, labels: found, regions })).toEqual([
        { name: 'A', regionIds: ['r1'] },
        { name: 'B', regionIds: ['r2'] },
        { name: 'C', regionIds: ['r3'] },
        { name: 'D', regionIds: ['r4'] },
      ]);
    }
  });

  it('what lies half in nothing belongs to nothing; a name with two regions has both', () => {
    const labels = Uint16Array.from({ length: 100 }, (_, i) => (i < 40 ? 1 : i >= 80 ? 1 : 0));
    const found = Uint16Array.from({ length: 100 }, (_, i) => (i < 30 ? 1 : i < 70 ? 2 : 3));
    const regions = [1, 2, 3].map((label) => ({ id: `r${label}`, label }));
    const read = elementsOfLayers(
      { width: 100, height: 1, labels, names: ['Hat', 'Unseen'] },
      { width: 100, height: 1, labels: found, regions },
    );
    expect(read).toEqual([{ name: 'Hat', regionIds: ['r1', 'r3'] }]);
  });

  it('names of a group that part a region are its bands; those that do not are things of their own', () => {
    const labels = Uint16Array.from({ length: 90 }, (_, i) => Math.floor(i / 10) + 1);
    const found = Uint16Array.from({ length: 90 }, (_, i) => (i < 30 ? 1 : i < 60 ? 2 : 3));
    const regions = [1, 2, 3].map((label) => ({ id: `r${label}`, label }));
    const names = ['base', 'mid', 'dark', 'Door', 'Door', 'Door', 'Wall', 'Wall', 'Wall'];
    const groups = ['Scarf', 'Scarf', 'Scarf', ...Array(6).fill('House')];
    // One name for the same label throughout, as the reader of layers gives it.
    const own = {
      width: 90,
      height: 1,
      labels: labels.map((label) => (label <= 3 ? label : label <= 6 ? 4 : 5)),
      names: [...names.slice(0, 3), 'Door', 'Wall'],
      groups: groups.slice(0, 5),
    };
    expect(elementsOfLayers(own, { width: 90, height: 1, labels: found, regions })).toEqual([
      { name: 'Scarf', regionIds: ['r1'] },
      { name: 'Door', regionIds: ['r2'] },
      { name: 'Wall', regionIds: ['r3'] },
    ]);
  });

  it('lines lie along every border of areas, as wide as asked for, and nowhere else', () => {
    const [width, height] = [60, 40];
    const labels = Uint16Array.from({ length: width * height }, (_, i) => {
      const [x, y] = [i % width, Math.floor(i / width)];
      return x >= 20 && x < 45 && y >= 10 && y < 30 ? 1 : 0;
    });
    const grey = linesOfAreas({ width, height, labels }, 2);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        // From the edges of the square, counted in whole pixels.
        const dx = x < 20 ? 20 - x : x > 44 ? x - 44 : 0;
        const dy = y < 10 ? 10 - y : y > 29 ? y - 29 : 0;
        const outside = Math.hypot(dx, dy);
        const inside = Math.min(x - 20, 44 - x, y - 10, 29 - y);
        const value = grey[y * width + x];
        if (outside > 3 || inside > 3) expect(value, `${x},${y}`).toBe(255);
        if (outside > 0 && outside <= 1) expect(value, `${x},${y}`).toBe(0);
        if (outside === 0 && inside === 0) expect(value, `${x},${y}`).toBe(0);
      }
  });
});
