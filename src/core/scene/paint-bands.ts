import type { BandMap } from './band-map';

/** Red, green, blue, 0 to 255. */
export type Rgb = readonly [number, number, number];

/** Numbers that a band may have, 0 among them. */
const bandNumbers = 256;

/**
 * Paints a band map in the colours of its rungs.
 * @param colours of each element, light to dark.
 * @returns RGBA, transparent where nothing is coloured; a band without a colour is white.
 */
export function paintBands({ elements, bands }: BandMap, colours: readonly (readonly Rgb[])[]): Uint8ClampedArray<ArrayBuffer> {
  const isLittleEndian = new Uint8Array(new Uint32Array([1]).buffer)[0] === 1;
  const pack = ([r, g, b]: Rgb): number =>
    (isLittleEndian ? (255 << 24) | (b << 16) | (g << 8) | r : (r << 24) | (g << 16) | (b << 8) | 255) >>> 0;
  const palette = new Uint32Array((colours.length + 1) * bandNumbers).fill(pack([255, 255, 255]));
  for (const [element, own] of colours.entries()) {
    for (const [band, colour] of own.entries()) palette[(element + 1) * bandNumbers + band + 1] = pack(colour);
  }
  const rgba = new Uint32Array(elements.length);
  for (let i = 0; i < elements.length; i++) {
    const element = elements[i]!;
    if (element !== 0) rgba[i] = palette[element * bandNumbers + bands[i]!]!;
  }
  return new Uint8ClampedArray(rgba.buffer);
}
