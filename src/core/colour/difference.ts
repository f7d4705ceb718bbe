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
