import { scaleLinear } from 'd3';

/** L* 100 (white paper) near the top, 15 near the bottom: no marker ink on card is darker. */
export function lightnessScale(heightPx: number): (lightnessL: number) => number {
  return scaleLinear([100, 15], [14, heightPx - 14]).clamp(true);
}

/**
 * Places for labels as near to their rungs as they can be while `leastPx` apart; `places` from top to bottom. Pushes down,
 * then back up from the lower edge.
 */
export function spreadLabels(places: readonly number[], leastPx: number, heightPx: number): number[] {
  const spread = [...places];
  for (let i = 1; i < spread.length; i++) spread[i] = Math.max(spread[i] as number, (spread[i - 1] as number) + leastPx);
  let limit = heightPx - 8;
  for (let i = spread.length - 1; i >= 0; i--) {
    spread[i] = Math.min(spread[i] as number, limit);
    limit = (spread[i] as number) - leastPx;
  }
  return spread;
}
