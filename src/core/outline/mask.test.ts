import { describe, expect, it } from 'vitest';
import { box, madeUpSilhouettes, wavy } from '../../../tests/made-up-outlines';
import { fussyCut } from './fussy-cut';
import { maskOutline } from './mask';
import { boundsMm, isInside, lengthMm, type OutlineMm } from './outline';

describe('a mask', () => {
  it('is the outline pulled in all round, and lies within what it covers', () => {
    expect(boundsMm(maskOutline(box(40, 30), { insetMm: 0.5 }) ?? [])).toEqual({ xMm: 0.5, yMm: 0.5, widthMm: 39, heightMm: 29 });
    for (const outline of madeUpSilhouettes(21, 8)) {
      const mask = maskOutline(outline) ?? [];
      for (const place of mask) {
        expect(isInside(place, outline)).toBe(true);
        expect(edgeMm(outline, place)).toBeGreaterThan(0.39);
      }
    }
  });

  it('of a back is turned over; of what is narrower than it is pulled in there is none', () => {
    const flag: OutlineMm = [
      [0, 0],
      [30, 0],
      [30, 10],
      [10, 10],
      [10, 30],
      [0, 30],
    ];
    const [front, back] = [maskOutline(flag) ?? [], maskOutline(flag, { isBack: true }) ?? []];
    expect(back).toEqual(front.map(([x, y]) => [-x, y]));
    expect(maskOutline(box(40, 0.7))).toBeNull();
    expect(() => maskOutline(flag, { insetMm: -1 })).toThrow(/0 mm or more; here by -1/);
  });
});

/** How far a place lies from the edges of an outline. */
function edgeMm(outline: OutlineMm, [x, y]: readonly [number, number]): number {
  return Math.min(
    ...outline.map(([ax, ay], index) => {
      const [bx, by] = outline[(index + 1) % outline.length] ?? [0, 0];
      const along = Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)));
      return Math.hypot(x - ax - along * (bx - ax), y - ay - along * (by - ay));
    }),
  );
}

describe('fussy cutting', () => {
  it('counts the way of the blade and its tight corners', () => {
    expect(fussyCut(box(40, 25))).toEqual({ lengthMm: 130, tight: 4, inner: 0 });
    const notched: OutlineMm = [
      [0, 0],
      [40, 0],
      [40, 30],
      [25, 30],
      [20, 12],
      [15, 30],
      [0, 30],
    ];
    expect(fussyCut(notched)).toMatchObject({ tight: 7, inner: 1, lengthMm: expect.closeTo(lengthMm(notched), 9) });
    expect(fussyCut(wavy(180, 25, 0)), 'a circle turns nowhere sharply').toMatchObject({ tight: 0 });
    // Five points of a star and five corners between them.
    const star: OutlineMm = Array.from({ length: 10 }, (_, corner) => {
      const [angle, radius] = [(Math.PI * corner) / 5, corner % 2 === 0 ? 30 : 12];
      return [radius * Math.sin(angle), -radius * Math.cos(angle)] as const;
    });
    expect(fussyCut(star)).toMatchObject({ tight: 10, inner: 5 });
    expect(fussyCut([...star].reverse()), 'whichever way it is drawn').toMatchObject({ tight: 10, inner: 5 });
  });
});
