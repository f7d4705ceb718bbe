import { labOfHex } from '#core/colour/lab';

/** How lines of a pale no-line ink look under colour. From memory. */
export const palestNoLine = '#d9d4cb';
/** Lines that are lighter hold nothing apart. From memory. */
const vanishingL = 60;

/** Whether lines vanish under the colour, so that what touches is parted by its colours alone. @param hex absent: black. */
export function linesVanish(hex: string | undefined): boolean {
  return hex !== undefined && labOfHex(hex).L > vanishingL;
}
