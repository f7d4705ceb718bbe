/** Room over white and under L* 0, for half a chip and its code. */
const endPx = 10;

/** Marks of the scale, white to black. */
export const lightnessMarks = [100, 80, 60, 40, 20, 0] as const;
export const lightnessMark = (lightnessL: number): string => (lightnessL === 100 ? 'white' : lightnessL === 0 ? 'L* 0' : `${lightnessL}`);

/** Way from white (0) to L* 0 (1). */
export const darknessShare = (lightnessL: number): number => Math.min(1, Math.max(0, 1 - lightnessL / 100));

/** L* 100 (white paper) near the top, L* 0 near the bottom: the whole of lightness, so that every ladder stands on one scale. */
export function lightnessScale(heightPx: number): (lightnessL: number) => number {
  return (lightnessL) => endPx + (heightPx - 2 * endPx) * darknessShare(lightnessL);
}

/** The lightness that stands at a place of the scale: the inverse of `lightnessScale`. */
export function lightnessAt(heightPx: number): (px: number) => number {
  return (px) => Math.min(100, Math.max(0, 100 * (1 - (px - endPx) / (heightPx - 2 * endPx))));
}

/**
 * Places for labels as near to their rungs as they can be while `leastPx` apart; `places` from top to bottom. Pushes down,
 * then back up from the lower edge, half a label away from it.
 */
export function spreadLabels(places: readonly number[], leastPx: number, heightPx: number): number[] {
  const spread = [...places];
  if (spread[0] !== undefined) spread[0] = Math.max(spread[0], leastPx / 2);
  for (let i = 1; i < spread.length; i++) spread[i] = Math.max(spread[i] as number, (spread[i - 1] as number) + leastPx);
  let limit = heightPx - leastPx / 2;
  for (let i = spread.length - 1; i >= 0; i--) {
    spread[i] = Math.min(spread[i] as number, limit);
    limit = (spread[i] as number) - leastPx;
  }
  return spread;
}
