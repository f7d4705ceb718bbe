import type { Lab } from '#model/marker';
import type { Contact } from './contacts';
import { type BandColours, colourOfBand, leastBorderMm, lengthPx } from './parting';

/** Two elements that touch, and how far apart in lightness they lie along their border. */
export type Near = {
  contact: Contact;
  /** Mean difference of lightness along the border, L*. */
  apartL: number;
  borderMm: number;
  /** The two inks that lie beside each other over the longest part of it. */
  inks: readonly [Lab, Lab];
};

/**
 * Pairs that touch, the nearest in lightness first: what parts them is hue, and a squint shows it.
 * @param coloursOf colours of the bands of an element, by its number in the band map.
 * @param pxMm length in mm of a px of the map.
 * @param most how many are told. Default 6.
 */
export function nearestInLightness(
  contacts: readonly Contact[],
  coloursOf: (element: number) => BandColours,
  pxMm: number,
  most = 6,
): Near[] {
  return contacts
    .flatMap((contact): Near[] => {
      const [first, second] = contact.elements.map(coloursOf) as [BandColours, BandColours];
      const borderMm = lengthPx(contact) * pxMm;
      const meetings = contact.lengthsPx.flatMap((row, own) =>
        row.flatMap((length, theirs) => {
          const [one, other] = [colourOfBand(first, own), colourOfBand(second, theirs)];
          return length > 0 && one && other ? [{ length, inks: [one, other] as const }] : [];
        }),
      );
      const longest = meetings.sort((one, other) => other.length - one.length)[0];
      if (borderMm < leastBorderMm || !longest) return [];
      const known = meetings.reduce((sum, { length }) => sum + length, 0);
      const apartL = meetings.reduce((sum, { length, inks: [one, other] }) => sum + length * Math.abs(one.L - other.L), 0) / known;
      return [{ contact, apartL, borderMm, inks: longest.inks }];
    })
    .sort((one, other) => one.apartL - other.apartL)
    .slice(0, most);
}
