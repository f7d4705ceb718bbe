import type { Lab } from '#model/marker';
import { hexOfLab, labOfHex } from './lab';
import { lab65, linearRgb } from './modes';

/** How much of a first coat's density a further coat adds: the fibres already hold ink. Common practice, no source. */
const furtherCoatDensity = 0.55;
/** No ink takes all light: of none at all no density could be told. */
const leastLight = 0.0001 / 12.92;

/**
 * Colour of several coats of one ink on white card, from the colour of one coat. Densities add (Beer-Lambert, in the three
 * linear channels of sRGB), so a second coat is deeper and more saturated.
 * @param oneCoat dry colour of one coat.
 * @param coats whole number from 1.
 * @throws RangeError for another number of coats.
 */
export function layerCoats(oneCoat: Lab, coats: number): Lab {
  if (!Number.isInteger(coats) || coats < 1) throw new RangeError(`layerCoats expects a whole number of coats from 1, got ${coats}`);
  if (coats === 1) return { ...oneCoat };
  const one = linearRgb(hexOfLab(oneCoat));
  if (!one) throw new RangeError('layerCoats: the colour has no sRGB form');
  const density = 1 + furtherCoatDensity * (coats - 1);
  const deeper = (channel: number) => Math.min(1, Math.max(leastLight, channel)) ** density;
  const layered = lab65({ mode: 'lrgb', r: deeper(one.r), g: deeper(one.g), b: deeper(one.b) });
  return { L: layered.l, a: layered.a, b: layered.b };
}

/** One and two coats of an ink as `#rrggbb`, for the double chip. */
export function chipColours(oneCoat: Lab): { oneCoatHex: string; twoCoatsHex: string } {
  return { oneCoatHex: hexOfLab(oneCoat), twoCoatsHex: hexOfLab(layerCoats(labOfHex(hexOfLab(oneCoat)), 2)) };
}
