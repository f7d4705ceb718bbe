import { describe, expect, it } from 'vitest';
import { seeded } from '../../../tests/seeded';
import { calloutsHeightMm, doCross, layCallouts, leaderStart, type CalloutPlace } from './callouts';

const options = { widthMm: 80, heightMm: 100, gapMm: 6, slotMm: 12 };

function crossings(places: readonly CalloutPlace[]): number {
  const callouts = layCallouts(places, options);
  const lines = callouts.map((callout, index) => [leaderStart(callout, options), places[index] as CalloutPlace] as const);
  return lines.flatMap((one, index) => lines.slice(index + 1).filter((other) => doCross(one, other))).length;
}

describe('labels beside a picture', () => {
  it('have leader lines of which none crosses another, however the places lie (seeded)', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = seeded(seed);
      const count = 1 + Math.floor(random() * 24);
      const places = Array.from({ length: count }, (): CalloutPlace => [random() * 80, random() * 100]);
      expect(crossings(places), `seed ${seed}`).toBe(0);
      // All on a line, and many at one place.
      expect(crossings(places.map(([x]) => [x, 50])), `seed ${seed}, level`).toBe(0);
      expect(crossings(places.map(([, y]) => [40, y])), `seed ${seed}, upright`).toBe(0);
      expect(crossings(places.map(() => [40, 50])), `seed ${seed}, one place`).toBe(0);
    }
  });

  it('stand on the side where their place lies, none over another, as many on each as may be', () => {
    const random = seeded(5);
    const places = Array.from({ length: 15 }, (): CalloutPlace => [random() * 80, random() * 100]);
    const callouts = layCallouts(places, options);
    for (const side of ['left', 'right'] as const) {
      const heights = callouts.filter((own) => own.side === side).map(({ yMm }) => yMm);
      const sorted = heights.toSorted((one, other) => one - other);
      for (const [index, yMm] of sorted.slice(1).entries())
        expect(yMm - (sorted[index] as number)).toBeGreaterThanOrEqual(options.slotMm - 1e-9);
      // Round the middle of the picture.
      expect(((sorted[0] as number) + (sorted.at(-1) as number)) / 2).toBeCloseTo(50, 6);
    }
    expect(callouts.filter(({ side }) => side === 'left')).toHaveLength(8);
    const xsOf = (side: string) => places.filter((_, index) => callouts[index]?.side === side).map(([x]) => x);
    expect(Math.max(...xsOf('left'))).toBeLessThanOrEqual(Math.min(...xsOf('right')));
    expect(calloutsHeightMm(15, options)).toBe(96);
    expect(layCallouts([], options)).toEqual([]);
  });

  it('two lines cross where each parts the other, and not where they touch', () => {
    expect(
      doCross(
        [
          [0, 0],
          [10, 10],
        ],
        [
          [0, 10],
          [10, 0],
        ],
      ),
    ).toBe(true);
    expect(
      doCross(
        [
          [0, 0],
          [10, 10],
        ],
        [
          [10, 10],
          [20, 0],
        ],
      ),
    ).toBe(false);
    expect(
      doCross(
        [
          [0, 0],
          [10, 0],
        ],
        [
          [0, 5],
          [10, 5],
        ],
      ),
    ).toBe(false);
  });
});
