import { describe, expect, it } from 'vitest';
import { box, madeUpSilhouettes, wavy } from '../../../tests/made-up-outlines';
import { seeded } from '../../../tests/seeded';
import { grown, largest, united, withFewer, without } from './clipped';
import { convexParts } from './convex-parts';
import { areaMm2, assertOutline, boundsMm, clearanceMm, isInside, lengthMm, movedMm, type OutlineMm, turned, turnedOver } from './outline';

const sum = (values: readonly number[]) => values.reduce((all, own) => all + own, 0);

describe('an outline in mm', () => {
  it('has the area, length and bounds of what it is', () => {
    expect(areaMm2(box(40, 25))).toBe(1000);
    expect(lengthMm(box(40, 25))).toBe(130);
    expect(boundsMm(movedMm(box(40, 25), -3, 7))).toEqual({ xMm: -3, yMm: 7, widthMm: 40, heightMm: 25 });
    // A circle of radius r as a regular polygon of n sides: n r2 sin(2 pi / n) / 2 (Euclid, Elements XII).
    expect(areaMm2(wavy(360, 10, 0))).toBeCloseTo(180 * 100 * Math.sin(Math.PI / 180), 6);
  });

  it('turns clockwise with y down, by quarters to the last digit', () => {
    expect(turned([[10, 0]], 90)).toEqual([[0, 10]]);
    expect(turned([[10, 3]], -90)).toEqual([[3, -10]]);
    const [[x = 0, y = 0] = []] = turned([[10, 0]], 30);
    expect([x, y]).toEqual([expect.closeTo(10 * Math.cos(Math.PI / 6), 12), expect.closeTo(5, 12)]);
    expect(turnedOver([[4, 1]]), 'a die that is turned over mirrors its outline (common practice, no source)').toEqual([[-4, 1]]);
  });

  it('says what is no outline', () => {
    expect(() =>
      assertOutline([
        [0, 0],
        [1, 1],
      ]),
    ).toThrow(/at least three places; this one has 2/);
    expect(() =>
      assertOutline([
        [0, 0],
        [1, Number.NaN],
        [2, 0],
      ]),
    ).toThrow(/two numbers in mm/);
    expect(() =>
      assertOutline([
        [0, 0],
        [1, 1],
        [2, 2],
      ]),
    ).toThrow(/no area/);
  });

  it('lies so far from another: at edges and corners, and 0 where they cross or one holds the other', () => {
    expect(clearanceMm(box(10, 10), movedMm(box(10, 10), 13, 4))).toBe(3);
    expect(clearanceMm(box(10, 10), movedMm(box(10, 10), 13, 14))).toBe(5);
    expect(clearanceMm(box(10, 10), movedMm(box(2, 2), 4, 4))).toBe(0);
    expect(clearanceMm(box(10, 2), movedMm(box(2, 10), 4, -4)), 'a cross').toBe(0);
  });

  it('grows by a rim and is pulled in again: Steiner’s formula (1840) for the convex, a pulled-in bone falls apart', () => {
    const rim = grown([box(40, 25)], 3)[0] ?? [];
    expect(areaMm2(rim)).toBeCloseTo(1000 + 3 * 130 + Math.PI * 9, 1);
    for (const place of rim) expect(clearanceMm(box(40, 25), [place, place, place])).toBeCloseTo(3, 2);
    const bone = united([box(20, 20), movedMm(box(30, 4), 10, 8), movedMm(box(20, 20), 30, 0)]);
    expect(bone).toHaveLength(1);
    expect(grown(bone, -3)).toHaveLength(2);
    expect(areaMm2(largest(grown(bone, -1)) ?? [])).toBeLessThan(areaMm2(bone[0] ?? []));
  });

  it('is parted into convex ones that cover it, however it is bent', () => {
    for (const outline of [box(9, 4), ...madeUpSilhouettes(7, 30)]) {
      const parts = convexParts(outline);
      expect(sum(parts.map(areaMm2))).toBeCloseTo(areaMm2(outline), 0);
      for (const part of parts) {
        for (const [index, [x, y]] of part.entries()) {
          const [nextX, nextY] = part[(index + 1) % part.length] ?? [0, 0];
          for (const [otherX, otherY] of part) expect((nextX - x) * (otherY - y) - (nextY - y) * (otherX - x)).toBeGreaterThan(-1e-6);
        }
      }
    }
    expect(convexParts(box(9, 4))).toHaveLength(1);
    expect(() =>
      convexParts([
        [0, 0],
        [10, 10],
        [10, 0],
        [0, 10],
      ]),
    ).toThrow(/crosses itself/);
  });

  it('loses no place by more than the tolerance when there are fewer', () => {
    const outline = wavy(720, 30, 5);
    const fewer = withFewer(outline, 0.1);
    expect(fewer.length).toBeLessThan(120);
    const thin = (place: OutlineMm[number]): OutlineMm => [place, place, place];
    expect(Math.max(...outline.map((place) => (isInside(place, fewer) ? 0 : clearanceMm(fewer, thin(place)))))).toBeLessThan(0.102);
  });

  it('united and taken away, areas come out as they are counted at random places (seeded)', () => {
    const random = seeded(5);
    const [one = [], other = []] = madeUpSilhouettes(9, 2);
    const moved = movedMm(other, 12, 5);
    const [all, rest] = [united([one, moved]), without(one, united([moved]))];
    const covers = (outlines: readonly OutlineMm[], place: OutlineMm[number]) =>
      outlines.filter((outline) => isInside(place, outline)).length % 2 === 1;
    for (let turn = 0; turn < 3000; turn++) {
      const place = [100 * random() - 50, 100 * random() - 50] as const;
      const [inOne, inOther] = [isInside(place, one), isInside(place, moved)];
      expect(covers(all, place)).toBe(inOne || inOther);
      expect(covers(rest, place)).toBe(inOne && !inOther);
    }
  });
});
