import { rgb } from './modes';

/** Red, green and blue of sRGB, 0 to 255. */
export type Rgb = readonly [number, number, number];

/** @param hex `#rrggbb`. @throws RangeError when the text is not such a colour. */
export function rgbOfHex(hex: string): Rgb {
  const colour = rgb(hex);
  if (!colour) throw new RangeError(`rgbOfHex expects '#rrggbb', got '${hex}'`);
  return [Math.round(255 * colour.r), Math.round(255 * colour.g), Math.round(255 * colour.b)];
}

/** `#rrggbb` of red, green and blue of sRGB, 0 to 255. */
export function hexOfRgb(channels: Rgb): string {
  return `#${channels.map((channel) => Math.round(channel).toString(16).padStart(2, '0')).join('')}`;
}
