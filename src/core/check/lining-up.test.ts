import { describe, expect, it } from 'vitest';
import { castOf } from './evened-photo';
import { mapOfFour, mapOfShares, mapPlace, type Homography } from './projective';
import { tapPlaces } from './tap-places';
import { seeded } from '../../../tests/seeded';

const random = seeded(5);
const anyMap = (): Homography => {
  const own = () => random() - 0.5;
  return [1 + own(), own(), 40 * own(), own(), 1 + own(), 40 * own(), 0.002 * own(), 0.002 * own(), 1];
};

describe('laying a photo on by hand', () => {
  it('four places tell any map of a plane', () => {
    for (let round = 0; round < 50; round++) {
      const map = anyMap();
      const from = [
        [3, 5],
        [90, 8],
        [95, 70],
        [6, 80],
      ] as const;
      const found = mapOfFour(
        from,
        from.map(([x, y]) => mapPlace(map, x, y)),
      );
      const [x, y] = [100 * random(), 100 * random()];
      const [u, v] = mapPlace(map, x, y);
      const [p, q] = mapPlace(found ?? map, x, y);
      expect(found).not.toBeNull();
      expect(Math.hypot(p - u, q - v)).toBeLessThan(1e-6);
    }
    const line = [1, 2, 3, 4].map((x) => [x, x] as const);
    expect(mapOfFour(line, line), 'places on one line tell nothing').toBeNull();
    expect(() => mapOfFour(line.slice(1), line)).toThrow(RangeError);
  });

  it('in shares it is the same at any size of the two images', () => {
    const map = anyMap();
    const shares = mapOfShares(map, { width: 200, height: 100 }, { width: 640, height: 480 });
    const [u, v] = mapPlace(map, 50, 25);
    const [p, q] = mapPlace(shares, 0.25, 0.25);
    expect([p * 640, q * 480]).toEqual([expect.closeTo(u, 6), expect.closeTo(v, 6)]);
  });

  it('the places to tap are where lines reach farthest into the corners', () => {
    const data = new Uint8Array(100);
    for (const [x, y] of [
      [2, 1],
      [8, 2],
      [7, 8],
      [1, 7],
      [5, 5],
    ] as const)
      data[10 * y + x] = 1;
    expect(tapPlaces({ width: 10, height: 10, data })).toEqual([
      [2.5, 1.5],
      [8.5, 2.5],
      [7.5, 8.5],
      [1.5, 7.5],
    ]);
    expect(tapPlaces({ width: 10, height: 10, data: new Uint8Array(100) })).toBeNull();
  });

  it('the light of a photo is told by its paper', () => {
    expect([castOf([1, 0.9, 0.7]), castOf([0.7, 0.8, 1]), castOf([0.8, 1, 0.8]), castOf([0.9, 0.9, 0.88])]).toEqual([
      'warm',
      'cold',
      'green',
      'even',
    ]);
  });
});
