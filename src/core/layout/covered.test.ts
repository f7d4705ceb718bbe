import { describe, expect, it } from 'vitest';
import { boundsMm, clearanceMm, isInside, movedMm, type OutlineMm, turned } from '#core/outline/outline';
import { countPlainly } from '../../../tests/made-up-card';
import { box, madeUpSilhouettes } from '../../../tests/made-up-outlines';
import { seeded } from '../../../tests/seeded';
import { cornerRooms, coveredShare, largestRoom, overhang } from './covered';

const face = { widthMm: 100, heightMm: 140 };
const solid = (outline: OutlineMm, holes: readonly OutlineMm[] = []) => ({ outline, holes });
/** Silhouettes turned and moved all over and beyond a card. */
const scattered = (seed: number, count: number) => {
  const random = seeded(seed);
  return madeUpSilhouettes(seed, count, { radiusMm: 30 }).map((outline) =>
    solid(movedMm(turned(outline, 360 * random()), 120 * random() - 10, 160 * random() - 10)),
  );
};

describe('what hangs over, what is covered, and what is empty: within 1 % of a plain pixel count', () => {
  it('of 14 seeded silhouettes over the edges', () => {
    let hanging = 0;
    for (const own of scattered(3, 14)) {
      const { mostMm, areaMm2 } = overhang(own, face);
      const plain = countPlainly(
        boundsMm(own.outline),
        (x, y) => (x < 0 || y < 0 || x > face.widthMm || y > face.heightMm) && isInside([x, y], own.outline),
        10,
      );
      const least = Math.max(0, ...own.outline.flatMap(([x, y]) => [-x, -y, x - face.widthMm, y - face.heightMm]));
      expect(mostMm).toBeCloseTo(least, 6);
      expect(Math.abs(areaMm2 - plain)).toBeLessThanOrEqual(0.01 * Math.max(plain, 40));
      if (areaMm2 > 0) hanging += 1;
    }
    expect(hanging).toBeGreaterThan(4);
  });

  it('of words under three seeded silhouettes, one of them a ring, in 8 layouts', () => {
    let covered = 0;
    for (let seed = 20; seed < 28; seed++) {
      const words = solid([
        [20, 60],
        [80, 60],
        [80, 75],
        [20, 75],
      ]);
      const [one, other, third] = scattered(seed, 3);
      if (!one || !other || !third) throw new Error('three');
      const [cx, cy] = [third.outline.reduce((sum, [x]) => sum + x, 0), third.outline.reduce((sum, [, y]) => sum + y, 0)].map(
        (sum) => sum / third.outline.length,
      ) as [number, number];
      const ring = solid(third.outline, [third.outline.map(([x, y]) => [cx + (x - cx) / 2, cy + (y - cy) / 2] as const)]);
      const above = [one, other, ring];
      const isCovered = (x: number, y: number) =>
        above.some(({ outline, holes }) => isInside([x, y], outline) && !holes.some((hole) => isInside([x, y], hole)));
      const plain = countPlainly(boundsMm(words.outline), isCovered) / (60 * 15);
      const share = coveredShare(words, above);
      expect(Math.abs(share - plain), `seed ${seed}`).toBeLessThanOrEqual(0.01);
      if (share > 0.02) covered += 1;
    }
    expect(covered).toBeGreaterThan(2);
  });

  it('of the corners of 4 seeded layouts', () => {
    for (let seed = 50; seed < 54; seed++) {
      const things = scattered(seed, 6);
      for (const { corner, freeMm2 } of cornerRooms(things, face)) {
        const [left, top] = [corner.endsWith('left') ? 0 : 50, corner.startsWith('upper') ? 0 : 70];
        const near = things.filter(({ outline }) => clearanceMm(outline, movedMm(box(50, 70), left, top)) === 0);
        const quarter = { xMm: left, yMm: top, widthMm: 50, heightMm: 70 };
        const plain = countPlainly(quarter, (x, y) => !near.some(({ outline }) => isInside([x, y], outline)), 2);
        expect(Math.abs(freeMm2 - plain), `${corner}, seed ${seed}`).toBeLessThanOrEqual(0.01 * 3500);
      }
    }
  });

  it('the largest room is as large as the best of a plain search of all places, and lies free', () => {
    for (let seed = 70; seed < 73; seed++) {
      const outlines = scattered(seed, 5).map(({ outline }) => outline);
      const room = largestRoom(outlines, face);
      const nearest = (x: number, y: number) =>
        Math.min(
          ...[x, y, face.widthMm - x, face.heightMm - y],
          ...outlines.flatMap((outline) =>
            outline.map(([ax, ay], place) => {
              const [bx, by] = outline[(place + 1) % outline.length]!;
              const along = Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)));
              return Math.hypot(x - ax - along * (bx - ax), y - ay - along * (by - ay));
            }),
          ),
        );
      let best = 0;
      for (let x = 0.5; x < 100; x++)
        for (let y = 0.5; y < 140; y++) if (!outlines.some((own) => isInside([x, y], own))) best = Math.max(best, nearest(x, y));
      expect(outlines.some((own) => isInside([room.xMm, room.yMm], own))).toBe(false);
      expect(2 * nearest(room.xMm, room.yMm)).toBeCloseTo(room.sizeMm, 6);
      expect(room.sizeMm).toBeGreaterThanOrEqual(2 * best - 0.5);
    }
  });
});
