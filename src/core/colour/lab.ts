import type { Lab } from '#model/marker';
import { clampChroma, formatHex, parse } from 'culori/fn';
import { lab65 } from './modes';

/**
 * CIELAB (D65 white, 2 degree observer) of an sRGB colour.
 * @param hex `#rgb` or `#rrggbb`.
 * @throws RangeError when the text is not such a colour.
 */
export function labOfHex(hex: string): Lab {
  const colour = /^#([0-9a-f]{3}|[0-9a-f]{6})$/i.test(hex) ? lab65(parse(hex)) : undefined;
  if (!colour) throw new RangeError(`labOfHex expects '#rrggbb', got '${hex}'`);
  return { L: colour.l, a: colour.a, b: colour.b };
}

/**
 * Nearest colour inside sRGB, as `#rrggbb`. A colour outside keeps its lightness and hue as far as sRGB allows (chroma is
 * taken back), which is what a marker stroke on a screen should do: the scale of lightness stays true.
 * @throws TypeError when a coordinate is not a finite number.
 */
export function hexOfLab(lab: Lab): string {
  if (![lab.L, lab.a, lab.b].every(Number.isFinite)) {
    throw new TypeError(`hexOfLab expects finite L, a and b, got ${JSON.stringify(lab)}`);
  }
  const colour = { mode: 'lab65' as const, l: Math.min(100, Math.max(0, lab.L)), a: lab.a, b: lab.b };
  return formatHex(clampChroma(colour, 'lch65'));
}
