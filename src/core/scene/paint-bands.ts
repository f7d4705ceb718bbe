import type { Rgb } from '#core/colour/rgb';
import type { BandMap, SoftEdges } from './band-map';

/** Numbers that a band may have, 0 among them. */
const bandNumbers = 256;

/**
 * Paints a band map in the colours of its rungs.
 * @param colours of each element, light to dark.
 * @returns RGBA, transparent where nothing is coloured; a band without a colour is white.
 */
export function paintBands({ elements, bands, softEdges }: BandMap, colours: readonly (readonly Rgb[])[]): Uint8ClampedArray<ArrayBuffer> {
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
  const painted = new Uint8ClampedArray(rgba.buffer);
  if (softEdges) fadeEdges(painted, softEdges, palette);
  return painted;
}

/** Paints the light alone in greys. @param greys 0 on the paper outside, which stays transparent. @returns RGBA. */
export function paintForm(greys: Uint8Array): Uint8ClampedArray<ArrayBuffer> {
  const painted = new Uint8ClampedArray(4 * greys.length);
  for (let i = 0; i < greys.length; i++) {
    if (greys[i] === 0) continue;
    painted.fill(greys[i]!, 4 * i, 4 * i + 3);
    painted[4 * i + 3] = 255;
  }
  return painted;
}

/** Mixes the colour of a spot with what lies beneath it, by how much it covers; on bare paper it is let through. */
function fadeEdges(painted: Uint8ClampedArray, edges: SoftEdges, palette: Uint32Array): void {
  const bytes = new Uint8Array(palette.buffer);
  for (const [place, pixel] of edges.pixels.entries()) {
    const over = 4 * (edges.elements[place]! * bandNumbers + edges.bands[place]!);
    const beneath = 4 * (edges.elementsBeneath[place]! * bandNumbers + edges.bandsBeneath[place]!);
    const isBare = edges.elementsBeneath[place] === 0;
    const share = edges.covers[place]! / 255;
    for (let channel = 0; channel < 3; channel++) {
      const under = isBare ? bytes[over + channel]! : bytes[beneath + channel]!;
      painted[4 * pixel + channel] = share * bytes[over + channel]! + (1 - share) * under;
    }
    painted[4 * pixel + 3] = isBare ? edges.covers[place]! : 255;
  }
}
