import type { Lab } from '#model/marker';
import type { Contact, PlacePx } from './contacts';

/** Two inks side by side run together under both: a small difference of lightness, and a small one of hue and strength. Ours, by looking. */
export const partingLimits = { lightnessL: 9, colourAb: 14 } as const;
/** So many times as much where no line holds them apart. From memory. */
export const withoutLines = 1.5;
/** Elements run together when they do over so much of their common border. */
export const mostTogether = 0.5;
/** A shorter border, in mm, is seen by nobody. */
export const leastBorderMm = 1.5;

const paper: Lab = { L: 100, a: 0, b: 0 };

/** Whether two inks run together where they meet. A colour that is not known parts from nothing and runs into nothing: it is not told. @param times as much difference is asked for. Default 1. */
export function runTogether(first: Lab | undefined, second: Lab | undefined, times = 1): boolean {
  if (!first || !second) return false;
  const apartAb = Math.hypot(first.a - second.a, first.b - second.b);
  return Math.abs(first.L - second.L) < times * partingLimits.lightnessL && apartAb < times * partingLimits.colourAb;
}

/** Colours of an element's bands, light to dark; bare paper is no band. */
export type BandColours = readonly (Lab | undefined)[];

/** Colour of a band; 0 is bare paper. */
export const colourOfBand = (colours: BandColours, band: number): Lab | undefined => (band === 0 ? paper : colours[band - 1]);

/** What the maker might do to one side: bands go so far darker (over 0) or lighter along the border, as far as there are any. */
type Shift = { first?: number; second?: number };

const shifted = (band: number, by: number, colours: BandColours): number =>
  band === 0 ? 0 : Math.min(colours.length, Math.max(1, band + by));

/** Share of a common border over which two elements run together, 0 to 1. */
export function shareTogether({ lengthsPx }: Contact, first: BandColours, second: BandColours, shift: Shift = {}, times = 1): number {
  let [together, all] = [0, 0];
  for (const [own, row] of lengthsPx.entries()) {
    for (const [theirs, length] of row.entries()) {
      if (length === 0) continue;
      all += length;
      const one = colourOfBand(first, shifted(own, shift.first ?? 0, first));
      if (runTogether(one, colourOfBand(second, shifted(theirs, shift.second ?? 0, second)), times)) together += length;
    }
  }
  return all > 0 ? together / all : 0;
}

/** A pair of elements that touch and run together. */
export type Unparted = {
  contact: Contact;
  share: number;
  borderMm: number;
  /** Places of the border where they run together, in px of the picture. */
  places: PlacePx[];
};

/**
 * Pairs that touch and run together over most of their common border, the longest border first.
 * @param coloursOf colours of the bands of an element, by its number in the band map.
 * @param pxMm length in mm of a px of the map. @param times as much difference is asked for, where lines vanish. Default 1.
 */
export function unpartedPairs(
  contacts: readonly Contact[],
  coloursOf: (element: number) => BandColours,
  pxMm: number,
  times = 1,
): Unparted[] {
  return contacts
    .flatMap((contact): Unparted[] => {
      const [first, second] = contact.elements.map(coloursOf) as [BandColours, BandColours];
      const borderMm = lengthPx(contact) * pxMm;
      const share = shareTogether(contact, first, second, {}, times);
      if (borderMm < leastBorderMm || share <= mostTogether) return [];
      const places = contact.places.filter(({ bands: [own, theirs] }) =>
        runTogether(colourOfBand(first, own), colourOfBand(second, theirs), times),
      );
      return [{ contact, share, borderMm, places: places.map(({ sides }) => middleOf(sides)) }];
    })
    .sort((one, other) => other.borderMm - one.borderMm);
}

/** Length of a common border in px of the map. */
export function lengthPx({ lengthsPx }: Contact): number {
  return lengthsPx.reduce((sum, row) => sum + row.reduce((own, length) => own + length, 0), 0);
}

function middleOf([[x1, y1], [x2, y2]]: readonly [PlacePx, PlacePx]): PlacePx {
  return [(x1 + x2) / 2, (y1 + y2) / 2];
}
