/** Places along a fade at which it is looked at. */
export const fadeSlices = 10;
/** A fade of less than so much L* is none; from `fullL` on it counts full. */
const [leastL, fullL] = [4, 14] as const;

/**
 * How evenly lightness rises from the dark end of a fade to its light end: 1 in equal steps, 0 all in one step, or not at all, or the other way round.
 * @param profileL mean L* of each slice, the darkest end first.
 */
export function fadeEvenness(profileL: readonly number[]): number {
  const steps = profileL.slice(1).map((own, index) => own - profileL[index]!);
  const span = (profileL.at(-1) ?? 0) - (profileL[0] ?? 0);
  if (span <= leastL || steps.length < 2) return 0;
  const equal = span / steps.length;
  const hardest = Math.max(...steps);
  const back = steps.reduce((sum, own) => sum + Math.max(0, -own), 0);
  // Twice an equal step is still even for a hand: three inks make three slopes.
  const even = 1 - Math.max(0, hardest - 2 * equal) / (span - 2 * equal) - back / span;
  return Math.max(0, Math.min(1, even)) * Math.min(1, (span - leastL) / (fullL - leastL));
}
