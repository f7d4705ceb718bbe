import { describe, expect, it } from 'vitest';
import { photographedSheet, type Scene } from '../../../tests/photographed-sheet';
import { photographedCorners } from '../../../tests/pinhole';
import { seeded } from '../../../tests/seeded';
import type { Preparation } from '#model/preparation';
import { convexHull, type Point, quadrilateralRound } from '#core/raster/convex-hull';
import { findSheet } from './find-sheet';

const size = { width: 960, height: 720 };

/** How far the farthest corner was missed, as a share of the photo's width. */
function missed(found: Preparation['corners'] | null, truth: Preparation['corners']): number {
  if (!found) return 1;
  return Math.max(...found.map(([x, y], index) => Math.hypot(x - truth[index]![0], ((y - truth[index]![1]) * size.height) / size.width)));
}

describe('the sheet in a photo', () => {
  it('is found to within a third of a percent, at any slant and in uneven light (seeded)', () => {
    const random = seeded(29);
    let seen = 0;
    for (let round = 0; seen < 16; round++) {
      const height = 0.65 + 0.3 * random();
      const corners = photographedCorners(
        {
          height,
          tiltDeg: 35 * random(),
          axisDeg: 360 * random(),
          turnDeg: 30 * random() - 15,
          distance: 1.35 + 0.6 * random(),
          offX: 0.1 * random() - 0.05,
          offY: 0.1 * random() - 0.05,
          focal: 0.8,
        },
        size,
      );
      if (corners.flat().some((share) => share < 0.01 || share > 0.99)) continue;
      seen++;
      const scene: Scene = {
        paper: 215,
        table: 60 + 70 * random(),
        slope: 50 * random(),
        noise: 10,
        seed: round,
        wornCorner: round % 3 === 0,
      };
      expect(missed(findSheet(photographedSheet(size, corners, scene)), corners), `round ${round}`).toBeLessThan(0.0033);
    }
  });

  it('is not made up: paper to the rim, a light table, a dark picture without a sheet', () => {
    const beyond: Preparation['corners'] = [
      [-0.2, -0.2],
      [1.2, -0.2],
      [1.2, 1.2],
      [-0.2, 1.2],
    ];
    const within: Preparation['corners'] = [
      [0.2, 0.2],
      [0.8, 0.2],
      [0.8, 0.8],
      [0.2, 0.8],
    ];
    const plain: Scene = { paper: 215, table: 100, slope: 30, noise: 10, seed: 3 };
    expect(findSheet(photographedSheet(size, beyond, plain))).toBeNull();
    expect(findSheet(photographedSheet(size, within, { ...plain, table: 208 }))).toBeNull();
    expect(findSheet({ ...size, data: new Uint8Array(size.width * size.height).fill(90) })).toBeNull();
    expect(findSheet({ width: 3, height: 2, data: new Uint8Array(6) })).toBeNull();
    // A drawn frame is no edge of a sheet, with paper round it or cut off close to it.
    const framed = (outerPx: number) =>
      Uint8Array.from({ length: size.width * size.height }, (_, i) => {
        const [x, y] = [i % size.width, Math.floor(i / size.width)];
        const toRim = Math.min(x, y, size.width - 1 - x, size.height - 1 - y);
        return toRim >= outerPx && toRim < outerPx + 9 ? 20 : 250;
      });
    expect(findSheet({ ...size, data: framed(60) })).toBeNull();
    expect(findSheet({ ...size, data: framed(0) })).toBeNull();
    // A light disk is no sheet.
    const disk = Uint8Array.from({ length: size.width * size.height }, (_, i) =>
      Math.hypot((i % size.width) - 480, Math.floor(i / size.width) - 360) < 250 ? 220 : 60,
    );
    expect(findSheet({ ...size, data: disk })).toBeNull();
  });

  it('says no to a raster that does not fit together', () => {
    expect(() => findSheet({ width: 4, height: 4, data: new Uint8Array(3) })).toThrow(RangeError);
  });
});

describe('hulls', () => {
  it('hold every point and no corner but those needed (seeded)', () => {
    const random = seeded(8);
    for (let round = 0; round < 60; round++) {
      const points = Array.from(
        { length: 3 + Math.floor(40 * random()) },
        (): Point => [Math.round(9 * random()), Math.round(9 * random())],
      );
      const hull = convexHull(points);
      const side = ([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point) => (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
      if (hull.length < 3) continue;
      hull.forEach((corner, index) => {
        const next = hull[(index + 1) % hull.length] as Point;
        for (const point of points) expect(side(corner, next, point)).toBeGreaterThanOrEqual(0);
        expect(side(corner, next, hull[(index + 2) % hull.length] as Point)).toBeGreaterThan(0);
      });
    }
  });

  it('of a rectangle with its corners cut off get the rectangle back', () => {
    const cut: Point[] = [
      [1, 0],
      [9, 0],
      [10, 1],
      [10, 5],
      [9, 6],
      [1, 6],
      [0, 5],
      [0, 1],
    ];
    expect(quadrilateralRound(convexHull(cut))?.toSorted(([ax, ay], [bx, by]) => ax - bx || ay - by)).toEqual([
      [0, 0],
      [0, 6],
      [10, 0],
      [10, 6],
    ]);
    expect(
      quadrilateralRound([
        [0, 0],
        [1, 0],
        [0, 1],
      ]),
    ).toBeNull();
  });
});
