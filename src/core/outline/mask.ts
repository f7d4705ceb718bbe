import { grown, largest, united } from './clipped';
import { areaMm2, type OutlineMm, turnedOver } from './outline';

/** A mask is so much smaller than what it covers, all round: no white rim stays where the one behind is stamped over its edge. Common practice, no source. */
export const usualMaskInsetMm = 0.4;

/**
 * A mask for a piece that stands in front: its outline pulled in. What would be narrower than a blade goes away; of parts the largest stays.
 * @param insetMm 0 or more. @param isBack whether it covers the back of a piece that is turned over: then it is turned over too.
 * @returns null where nothing is left of it. @throws RangeError
 */
export function maskOutline(outline: OutlineMm, { insetMm = usualMaskInsetMm, isBack = false } = {}): OutlineMm | null {
  if (!(insetMm >= 0)) throw new RangeError(`A mask is pulled in by 0 mm or more; here by ${insetMm}.`);
  const inner = largest(grown(united([outline]), -insetMm));
  if (!inner || areaMm2(inner) < 1) return null;
  return isBack ? turnedOver(inner) : inner;
}
