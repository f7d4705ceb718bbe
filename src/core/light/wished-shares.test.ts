import { describe, expect, it } from 'vitest';
import { usualShares } from '#core/markers/ladder';
import { shadeWishes } from '#model/light-wish';
import { wishedShares } from './wished-shares';

const sum = (shares: readonly number[]) => shares.reduce((total, share) => total + share, 0);

describe('wished shares', () => {
  it('are the usual ones where nothing is wished', () => {
    expect(wishedShares(4)).toEqual({
      shares: [...usualShares(4)].map((share) => expect.closeTo(share, 9)),
      keepsPaper: false,
      isByHand: false,
    });
  });

  it.each([2, 3, 4, 5, 6])('more shadow gives the deepest of %i rungs more and the lightest less, step by step', (rungs) => {
    const all = shadeWishes.map((shade) => wishedShares(rungs, { shade }).shares);
    for (const shares of all) expect(sum(shares)).toBeCloseTo(1, 9);
    for (let wish = 1; wish < all.length; wish++) {
      expect(all[wish]?.at(-1)).toBeGreaterThan(all[wish - 1]?.at(-1) ?? 1);
      expect(all[wish]?.[0]).toBeLessThan(all[wish - 1]?.[0] ?? 0);
    }
  });

  it('a kept highlight is a band of its own at the light end; the rest keep their proportion', () => {
    const { shares, keepsPaper } = wishedShares(3, { highlight: 0.1 });
    expect(keepsPaper).toBe(true);
    expect(shares).toEqual([0.1, ...usualShares(3).map((share) => expect.closeTo(0.9 * share, 9))]);
  });

  it('shares by hand are met as they are, unless the ladder has another number of rungs since', () => {
    const shares = [0.2, 0.2, 0.6];
    expect(wishedShares(3, { shares, shade: 'light' })).toEqual({ shares, keepsPaper: false, isByHand: true });
    expect(wishedShares(4, { shares }).isByHand).toBe(false);
  });
});
