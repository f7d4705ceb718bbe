import type { Lab } from '#model/marker';
import { hexOfLab } from './lab';

/** Lightness and chroma of all tints: pale, so that black lines and names stand on them and none looks heavier than another. */
const tintL = 88;
const tintChroma = 26;
/** The golden angle: any run of neighbours in the row is well apart in hue. */
const goldenDeg = 137.508;

/** Ways a tint is hatched, for those who cannot tell tints; neighbours in the row never have the same. */
export const tintPatterns = ['plain', 'rising', 'dots', 'falling', 'level', 'upright', 'cross'] as const;
export type TintPattern = (typeof tintPatterns)[number];

export type ElementTint = { hex: string; lineHex: string; pattern: TintPattern };

/** The tint and pattern of the element at a place in its picture's row, from 0. */
export function elementTint(index: number): ElementTint {
  const hue = ((index * goldenDeg + 40) * Math.PI) / 180;
  const at = (L: number, chroma: number): Lab => ({ L, a: chroma * Math.cos(hue), b: chroma * Math.sin(hue) });
  return {
    hex: hexOfLab(at(tintL, tintChroma)),
    lineHex: hexOfLab(at(tintL - 17, tintChroma + 6)),
    pattern: tintPatterns[index % tintPatterns.length] as TintPattern,
  };
}
