import { hexOfLab } from '#core/colour/lab';
import { type Rgb, rgbOfHex } from '#core/colour/rgb';
import { sharedOut } from './drawn-lots';
import type { InkedMarker } from './order-by-ink';

/** Inks paler than this are no help where white is looked for. */
const mostL = 88;

/**
 * Inks for each place of a picture, light to dark, from the families of a rack by lot; greys where it has no family of three.
 * @param places how many. @param bands the most that one of them has.
 */
export function placeInks(families: readonly (readonly InkedMarker[])[], places: number, bands: number, random: () => number): Rgb[][] {
  const ladders = families
    .map((own) => own.filter(({ lab }) => lab.L <= mostL).sort((one, other) => other.lab.L - one.lab.L))
    .filter((own) => own.length > 2)
    .map((own) => own.map(({ lab }) => rgbOfHex(hexOfLab(lab))));
  const greys = [190, 140, 90, 50].map((level): Rgb => [level, level, level]);
  const lots = sharedOut(ladders.length > 0 ? ladders : [greys], random);
  return Array.from({ length: places }, (_, place) => {
    const own = lots[place % lots.length] ?? greys;
    return Array.from({ length: bands }, (_, band) => own[Math.round((band * (own.length - 1)) / Math.max(1, bands - 1))]!);
  });
}
