import { describe, expect, it } from 'vitest';
import { areaMm2, boundsMm, isInside } from './outline';
import { namedOutline, namedShapes, nestedSizes } from './named-shapes';
import { silhouetteOutlines } from './silhouette';

/** A mask of what a rule says of each pixel's middle, in mm. */
function maskOf(width: number, height: number, pxPerMm: number, holds: (x: number, y: number) => boolean) {
  const data = new Uint8Array(width * height);
  for (let pixel = 0; pixel < data.length; pixel++) {
    data[pixel] = holds(((pixel % width) + 0.5) / pxPerMm, (Math.floor(pixel / width) + 0.5) / pxPerMm) ? 1 : 0;
  }
  return { width, height, pxPerMm, data };
}

describe('a silhouette', () => {
  it('of a disk is a circle about its middle, with a rim a larger one; its hole is filled', () => {
    const ring = maskOf(600, 600, 10, (x, y) => {
      const away = Math.hypot(x - 30, y - 30);
      return away < 20 && away > 8;
    });
    for (const rimMm of [0, 2, -1]) {
      const [outline = [], ...others] = silhouetteOutlines(ring, { rimMm });
      expect(others).toEqual([]);
      const radius = 20 + rimMm;
      expect(areaMm2(outline)).toBeCloseTo(Math.PI * radius ** 2, -1);
      for (const [x, y] of outline) expect(Math.abs(Math.hypot(x - 30, y - 30) - radius)).toBeLessThan(0.12);
    }
  });

  it('of things apart is one each, the largest first; a rim joins what is near; specks are left out', () => {
    const three = maskOf(
      800,
      400,
      8,
      (x, y) => Math.hypot(x - 20, y - 25) < 14 || Math.hypot(x - 60, y - 25) < 9 || Math.hypot(x - 90, y - 10) < 0.8,
    );
    expect(silhouetteOutlines(three).map((outline) => Math.round(boundsMm(outline).widthMm))).toEqual([28, 18]);
    expect(silhouetteOutlines(three, { leastMm2: 0 })).toHaveLength(3);
    expect(silhouetteOutlines(three, { rimMm: 9 })).toHaveLength(1);
  });

  it('that touches the edge of the image is closed there; of nothing there is none', () => {
    const [outline = []] = silhouetteOutlines(maskOf(200, 100, 5, (x) => x < 20));
    expect(boundsMm(outline)).toEqual({
      xMm: expect.closeTo(0, 1),
      yMm: expect.closeTo(0, 1),
      widthMm: expect.closeTo(20, 0),
      heightMm: expect.closeTo(20, 0),
    });
    expect(silhouetteOutlines(maskOf(50, 50, 5, () => false))).toEqual([]);
  });

  it('of a large image is traced on a coarser one, and lies where it lay', () => {
    const large = maskOf(3200, 1600, 20, (x, y) => x > 20 && x < 120 && y > 10 && y < 70);
    const [outline = []] = silhouetteOutlines(large);
    const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
    for (const [is, wanted] of [
      [xMm, 20],
      [yMm, 10],
      [widthMm, 100],
      [heightMm, 60],
    ] as const)
      expect(Math.abs(is - wanted)).toBeLessThan(0.2);
  });
});

describe('shapes of a name', () => {
  it.each(namedShapes)('a %s is as wide and as high as it is said, from 0, and holds its middle', (shape) => {
    const outline = namedOutline(shape, 60, 45);
    const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
    expect([xMm, yMm, widthMm, heightMm]).toEqual([
      expect.closeTo(0, 9),
      expect.closeTo(0, 9),
      expect.closeTo(60, 9),
      expect.closeTo(45, 9),
    ]);
    expect(isInside([30, 22], outline)).toBe(true);
    expect(areaMm2(outline) / (60 * 45)).toBeGreaterThan(0.25);
    expect(() => namedOutline(shape, 0, 10)).toThrow(/more than 0 mm wide and high/);
  });

  it('a nested set has all its sizes, none less than 8 mm', () => {
    expect(nestedSizes(60, 40, 3, 10)).toEqual([
      { widthMm: 60, heightMm: 40 },
      { widthMm: 50, heightMm: 30 },
      { widthMm: 40, heightMm: 20 },
    ]);
    expect(nestedSizes(60, 20, 9, 5)).toHaveLength(3);
  });
});
