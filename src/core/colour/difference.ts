import type { Lab } from '#model/marker';
import './modes';
import { differenceCiede2000 } from 'culori/fn';

const ciede2000 = differenceCiede2000(1, 1, 1);

/**
 * CIEDE2000 colour difference, kL = kC = kH = 1. About 1 is just visible side by side, 5 to 15 is a step of a group.
 * Sharma, Wu and Dalal (2005), The CIEDE2000 color-difference formula: implementation notes, Color Research and Application 30(1).
 */
export function deltaE00(first: Lab, second: Lab): number {
  return ciede2000({ mode: 'lab65', l: first.L, a: first.a, b: first.b }, { mode: 'lab65', l: second.L, a: second.a, b: second.b });
}

/** The weight of lightness is at most this: 1 + 0.015 * 50^2 / sqrt(20 + 50^2), at the ends of the scale. */
const mostWeightOfLightness = 1.747;

/**
 * Whether two colours differ by so much at the most. Most pairs are told by their lightness alone: the rest of the formula adds to that difference, since the turn of hue (RT, less than 2 either way)
 * never outweighs chroma and hue.
 */
export function isWithinE00(first: Lab, second: Lab, most: number): boolean {
  return Math.abs(first.L - second.L) <= most * mostWeightOfLightness && deltaE00(first, second) <= most;
}
