import type { Lab } from '#model/marker';
import { hexOfLab, labOfHex } from './lab';
import { predictInk } from './predict-ink';

/** Paper of which nothing else is known. */
export const whitePaper: Lab = { L: 100, a: 0, b: 0 };

/**
 * Colour of several coats of one ink on white card, from the colour of one coat: deeper, and of a pale ink more saturated (predict-ink.ts).
 * @param oneCoat dry colour of one coat.
 * @param coats whole number from 1.
 * @throws RangeError for another number of coats.
 */
export function layerCoats(oneCoat: Lab, coats: number): Lab {
  if (!Number.isInteger(coats) || coats < 1) throw new RangeError(`layerCoats expects a whole number of coats from 1, got ${coats}`);
  return predictInk({ paper: whitePaper, layers: [{ oneCoat, coats }] });
}

/** One and two coats of an ink as `#rrggbb`, for the double chip. @param twoCoats as measured. Default: as they follow from one. */
export function chipColours(oneCoat: Lab, twoCoats?: Lab): { oneCoatHex: string; twoCoatsHex: string } {
  return { oneCoatHex: hexOfLab(oneCoat), twoCoatsHex: hexOfLab(twoCoats ?? layerCoats(labOfHex(hexOfLab(oneCoat)), 2)) };
}
