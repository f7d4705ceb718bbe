import { byId } from '#core/make/by-id';
import type { ColouredElement } from '#model/coloured-picture';
import type { Marker } from '#model/marker';
import { hexOfLab } from '#core/colour/lab';
import { type Rgb, rgbOfHex } from '#core/colour/rgb';

/** Colour shown for a rung whose marker has no colour: a grey of its place in the ladder. */
function greyOfRung(index: number, count: number): Rgb {
  const level = Math.round(225 - (150 * index) / Math.max(1, count - 1));
  return [level, level, level];
}

/** Colours of the rungs of the named elements, light to dark. */
export function coloursOfBands(
  picture: { elements: readonly Pick<ColouredElement, 'id' | 'ladder'>[]; colouring: object },
  ids: readonly string[],
  markers: ReadonlyMap<string, Pick<Marker, 'lab'>>,
  /** Only the lightness of each, as a grey. Default false. */
  asLightness = false,
): Rgb[][] {
  const elements = byId(picture.elements);
  return ids.map((id) => {
    const rungs = elements.get(id)?.ladder?.rungs ?? [];
    return rungs.map(({ markerId }, index) => {
      const lab = markers.get(markerId)?.lab;
      if (!lab) return greyOfRung(index, rungs.length);
      return rgbOfHex(hexOfLab(asLightness ? { L: lab.L, a: 0, b: 0 } : lab));
    });
  });
}

/** Bands of one element that stand out from all others. */
export type BandFocus = { elementId: string; bands: readonly number[] };

/** How much of its colour is left of what does not stand out. */
const fadedShare = 0.14;

/** Colours with all faded towards white but some bands of one element. @param element its place among them; -1: all fade. */
export function fadedBut(colours: readonly (readonly Rgb[])[], element: number, bands: readonly number[]): Rgb[][] {
  const faded = ([r, g, b]: Rgb): Rgb => [r, g, b].map((value) => Math.round(255 - fadedShare * (255 - value))) as unknown as Rgb;
  return colours.map((own, index) => own.map((colour, band) => (index === element && bands.includes(band) ? colour : faded(colour))));
}
