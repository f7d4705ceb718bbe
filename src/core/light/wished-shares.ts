import type { LightWish, ShadeWish } from '#model/light-wish';
import { usualShares } from '#core/markers/ladder';

/** The share from the light end up to each rung is raised to this power: under 1 the light rungs gain, over 1 the dark ones. */
const powers: Record<ShadeWish, number> = { light: 0.5, lighter: 0.72, usual: 1, darker: 1.4, dark: 2 };

/** Shares of an element's bands. `keepsPaper`: the first is bare paper. `isByHand`: they are met as they are. */
export type WishedShares = { shares: number[]; keepsPaper: boolean; isByHand: boolean };

/**
 * The share of each band of an element, light to dark, sum 1, as its maker wishes it.
 * @throws RangeError outside 1 to 6 rungs. Shares by hand for another number of rungs count as none: the ladder has changed since.
 */
export function wishedShares(rungs: number, wish: LightWish = {}): WishedShares {
  const isByHand = wish.shares?.length === rungs;
  const own = isByHand ? normed(wish.shares ?? []) : skewed(usualShares(rungs), powers[wish.shade ?? 'usual']);
  const { highlight = 0 } = wish;
  if (highlight === 0) return { shares: own, keepsPaper: false, isByHand };
  return { shares: [highlight, ...own.map((share) => share * (1 - highlight))], keepsPaper: true, isByHand };
}

function normed(shares: readonly number[]): number[] {
  const sum = shares.reduce((total, share) => total + share, 0);
  return shares.map((share) => share / sum);
}

function skewed(shares: readonly number[], power: number): number[] {
  let before = 0;
  let reached = 0;
  return shares.map((share, index) => {
    reached = index === shares.length - 1 ? 1 : reached + share;
    const end = reached ** power;
    const own = end - before;
    before = end;
    return own;
  });
}
