import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawn, onStroke } from '../../../tests/drawn';
import { seeded } from '../../../tests/seeded';
import { floodBasins, floodReach } from './basins';
import { findDeepestPlaces } from './deepest-places';
import { chamferDistance } from './distance';
import { measureRegions } from '#core/picture/measure-regions';
import { forEachStretch, nearDistance, nearEverywhere } from './near-distance';
import { findRegions } from '#core/picture/regions';

/** Strokes from anywhere to anywhere, some of them broken, over a picture of an odd size. */
function scribble(seed: number, width: number, height: number) {
  const random = seeded(seed);
  const place = () => [width * random(), height * random()] as const;
  const strokes = Array.from({ length: 2 + Math.floor(7 * random()) }, () => [...place(), ...place()] as const);
  const strokePx = 1 + 4 * random();
  const breaks = Array.from({ length: 5 }, () => [...place(), 2 + 12 * random()] as const);
  return drawn(
    width,
    height,
    (x, y) =>
      strokes.some((ends) => onStroke(x, y, ends, strokePx)) && !breaks.some(([atX, atY, radius]) => Math.hypot(x - atX, y - atY) < radius),
  );
}

const scribbles = (
  check: (lines: ReturnType<typeof scribble>, seed: number) => void,
  numRuns: number,
  examples: [number, number, number][] = [],
) =>
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e6 }),
      fc.integer({ min: 1, max: 130 }),
      fc.integer({ min: 1, max: 110 }),
      (seed, width, height) => check(scribble(seed, width, height), seed),
    ),
    { numRuns, examples },
  );

describe('the near distance', () => {
  it.each([0, 7, 38, 300])('is the plain one up to its reach of %i, and its stretches hold all that lies within (seeded)', (reach) => {
    scribbles(({ width, height, data }) => {
      const plain = chamferDistance(data, width, height);
      const near = nearDistance(data, width, height, reach);
      expect([...near.distance]).toEqual([...plain].map((far) => Math.min(far, reach + 1)));
      let next = 0;
      const visit = (start: number, end: number) => {
        expect(start).toBe(next);
        expect(Math.floor(start / width)).toBe(Math.floor((end - 1) / width));
        next = end;
      };
      forEachStretch(near, visit, (start, end) => {
        visit(start, end);
        expect(near.distance.subarray(start, end).every((far) => far > reach)).toBe(true);
      });
      expect(next).toBe(width * height);
    }, 60);
  });

  it('floods as the whole distance does (seeded)', () => {
    scribbles(({ width, height, data }, seed) => {
      const options = { maxGapPx: seed % 23, peakToNeck: 1.6, leastAreaPx: 60 };
      const near = floodBasins(nearDistance(data, width, height, floodReach(options)), options);
      const whole = floodBasins(nearEverywhere(chamferDistance(data, width, height), width, height), options);
      expect(near).toEqual(whole);
    }, 150);
  });

  it('says no to a reach that does not fit its numbers', () => {
    expect(() => nearDistance(new Uint8Array(4), 2, 2, 1.5)).toThrow(RangeError);
    expect(() => nearDistance(new Uint8Array(4), 2, 2, 70000)).toThrow(RangeError);
  });
});

describe('the deepest places of regions', () => {
  it('are the deepest there are, to within a cell of 8 px as a rule (seeded)', () => {
    let coarse = 0;
    scribbles(
      (lines) => {
        const { width, height } = lines;
        const plain = chamferDistance(lines.data, width, height);
        const { labels, count, regions } = findRegions(lines);
        const exact = findDeepestPlaces(labels, nearEverywhere(plain, width, height), count);
        for (const { id, insidePx } of regions) {
          const depth = plain[insidePx[1] * width + insidePx[0]] as number;
          let deepest = 0;
          labels.forEach((label, i) => {
            if (label === id) deepest = Math.max(deepest, plain[i] as number);
          });
          expect(labels[insidePx[1] * width + insidePx[0]]).toBe(id);
          expect(plain[exact[id] as number]).toBe(deepest);
          // A cell of 8 px reaches 4 sqrt 2 px from its middle, and two cells are compared to within twice that; the depth falls by one px a px.
          expect(deepest - depth).toBeLessThanOrEqual(5 * 17);
          if (deepest - depth > 5 * 8) coarse++;
        }
        // Found with a new seed on 28 November 2026: 7.4 px.
      },
      80,
      [[35256, 51, 109]],
    );
    expect(coarse, 'farther off than 8 px').toBeLessThanOrEqual(1);
  });
});

describe('measures by runs', () => {
  it('are those of a plain count of pixels and pairs (seeded)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 1e6 }),
        (width, height, seed) => {
          const random = seeded(seed);
          // In runs; every second time in a buffer of which they begin at the second byte pair, as a part of another array does.
          const labels = new Uint16Array(new ArrayBuffer(2 * width * height + 2), 2 * (seed % 2), width * height);
          let label = 0;
          labels.forEach((_, i) => {
            if (random() < 0.4) label = Math.floor(4 * random());
            labels[i] = label;
          });
          const { regions, adjacency } = measureRegions(labels, { width, height, count: 3 }, new Int32Array(4));
          const at = (x: number, y: number) => (x < 0 || y < 0 || x >= width || y >= height ? -1 : (labels[y * width + x] as number));
          const places = [...labels.keys()].map((i) => [i % width, Math.floor(i / width)] as const);
          for (const { id, areaPx, bounds, touchesEdge } of regions) {
            const own = places.filter(([x, y]) => at(x, y) === id);
            expect(areaPx).toBe(own.length);
            if (own.length === 0) continue;
            const [xs, ys] = [own.map(([x]) => x), own.map(([, y]) => y)];
            const [left, top] = [Math.min(...xs), Math.min(...ys)];
            expect(bounds).toEqual([left, top, Math.max(...xs) - left + 1, Math.max(...ys) - top + 1]);
            expect(touchesEdge).toBe(own.some(([x, y]) => [at(x - 1, y), at(x + 1, y), at(x, y - 1), at(x, y + 1)].includes(-1)));
          }
          const pairs = (first: number, second: number, steps: [number, number][]) =>
            places.reduce(
              (sum, [x, y]) =>
                sum +
                steps.filter(([dx, dy]) => {
                  const [own, other] = [at(x, y), at(x + dx, y + dy)];
                  return (own === first && other === second) || (own === second && other === first);
                }).length,
              0,
            );
          const expected = [0, 1, 2].flatMap((first) =>
            [1, 2, 3].flatMap((second) => {
              if (second <= first) return [];
              const straight = pairs(first, second, [
                [1, 0],
                [0, 1],
              ]);
              const diagonal = pairs(first, second, [
                [1, 1],
                [-1, 1],
              ]);
              const lengthPx = (Math.PI / 8) * (straight + diagonal / Math.SQRT2);
              return straight + diagonal > 0 ? [{ labels: [first, second], lengthPx }] : [];
            }),
          );
          expect(adjacency).toEqual(expected);
        },
      ),
      { numRuns: 300 },
    );
  });
});
