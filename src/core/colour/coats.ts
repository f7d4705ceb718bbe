import type { Lab } from '#model/marker';
import { hexOfLab, labOfHex } from './lab';
import { lab65, rgb } from './modes';

/** How much of a first coat's density a further coat adds: the fibres already hold ink. Common practice, no source. */
const furtherCoatDensity = 0.55;

const toLinear = (channel: number): number => (channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4);
const toEncoded = (linear: number): number => (linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055);

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
  const one = rgb(hexOfLab(oneCoat));
  if (!one) throw new RangeError('layerCoats: the colour has no sRGB form');
  const density = 1 + furtherCoatDensity * (coats - 1);
  const deeper = (channel: number) => toEncoded(toLinear(Math.min(1, Math.max(0.0001, channel))) ** density);
  const layered = lab65({ mode: 'rgb', r: deeper(one.r), g: deeper(one.g), b: deeper(one.b) });
  return { L: layered.l, a: layered.a, b: layered.b };
}

/** One and two coats of an ink as `#rrggbb`, for the double chip. */
export function chipColours(oneCoat: Lab): { oneCoatHex: string; twoCoatsHex: string } {
  return { oneCoatHex: hexOfLab(oneCoat), twoCoatsHex: hexOfLab(layerCoats(labOfHex(hexOfLab(oneCoat)), 2)) };
}
