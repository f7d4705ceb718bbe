import fc from 'fast-check';
import { expect, it } from 'vitest';
import { distanceToPath, eachNearPath, eachOnPath, type Place } from './near-path';

const place = fc.tuple(fc.double({ min: -10, max: 50, noNaN: true }), fc.double({ min: -10, max: 50, noNaN: true }));

it('tells of the same pixels as the plain version does, with the same distances', () => {
  fc.assert(
    fc.property(
      fc.array(place, { minLength: 1, maxLength: 25 }),
      fc.double({ min: 0.3, max: 30, noNaN: true }),
      fc.constantFrom(1, 2, 3),
      (path, reach, step) => {
        const size = { width: 40, height: 31, step };
        // A pixel just at the reach may fall either way.
        const isAtReach = (i: number) => Math.abs(distanceToPath(path, (i % 40) + 0.5, Math.floor(i / 40) + 0.5).apart - reach) < 1e-9;
        fc.pre(![...Array(40 * 31).keys()].some(isAtReach));
        const told = new Map<number, number>();
        eachNearPath(path, reach, size, (x, y, apart, side) => {
          expect(told.has(y * size.width + x)).toBe(false);
          told.set(y * size.width + x, apart);
          const plain = distanceToPath(path, x + 0.5, y + 0.5);
          if (Math.abs(plain.side) > 1e-6 && path.length === 2) expect(Math.sign(side)).toBe(Math.sign(plain.side));
        });
        const whether = new Set<number>();
        eachNearPath(path, reach, size, (x, y) => whether.add(y * size.width + x), { onlyWhether: true, wants: (x) => x < 30 });
        expect([...whether].sort()).toEqual([...told.keys()].filter((i) => i % size.width < 30).sort());
        for (let y = 0; y < size.height; y += step) {
          for (let x = 0; x < size.width; x += step) {
            const { apart } = distanceToPath(path, x + 0.5, y + 0.5);
            const own = told.get(y * size.width + x);
            if (apart < reach) expect(own).toBeCloseTo(apart, 9);
            else expect(own).toBeUndefined();
          }
        }
      },
    ),
    // Found with a new seed on 28 November 2026: beyond the end of a path the last piece and its end are equally near.
    {
      numRuns: 150,
      examples: [
        [
          [
            [-1.0000000000019245, 0],
            [0, 0],
          ],
          2.121320344559643,
          1,
        ],
      ],
    },
  );
});

it('tells of every pixel once under a wide brush, however long the scribble', () => {
  const asked = (path: Place[]) => {
    let count = 0;
    const counted = path.map(([x, y]): Place => [x, y]);
    eachNearPath(counted, 300, { width: 600, height: 600 }, () => count++);
    return count;
  };
  const scribble = Array.from({ length: 400 }, (_, i): Place => [300 + 250 * Math.sin(i * 1.7), 300 + 250 * Math.cos(i * 2.3)]);
  expect(asked(scribble)).toBe(360_000);
});

it('a path is followed between its places, not only looked at there', () => {
  const seen = new Set<number>();
  eachOnPath(
    [
      [0.5, 0.5],
      [9.5, 0.5],
      [9.5, 3.5],
    ],
    { width: 10, height: 4 },
    (i) => seen.add(i),
  );
  expect([...seen].sort((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 19, 29, 39]);
});
