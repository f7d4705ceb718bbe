import type { BinaryImage, GreyImage } from '#core/raster/image';
import { paperLevels } from './lines';

export type PictureDoubt = 'noLines' | 'allInk' | 'photograph';

/** Shares of pixels; tried on open line drawings under scan faults (at most 0.12 half tones) and on made-up photographs (0.4 and more). */
const leastInk = 0.0003;
const mostInk = 0.55;
const mostHalfTones = 0.25;

/** Share of pixels that are neither paper nor ink: in line work only the soft edges of the lines, in a photograph nearly all. */
export function halfToneShare(grey: GreyImage): number {
  // Soft tones are not excused as shade.
  const { lit: paper, columns } = paperLevels(grey);
  const histogram = new Uint32Array(256);
  for (const level of grey.data) histogram[level] = (histogram[level] as number) + 1;
  let ink = 0;
  for (let below = 0; ink < 255 && below + (histogram[ink] as number) < grey.data.length * 0.005; ink++) below += histogram[ink] as number;
  let halfTones = 0;
  for (let i = 0; i < grey.data.length; i++) {
    const column = i % grey.width;
    const white = paper[Math.floor((i - column) / grey.width / 16) * columns + Math.floor(column / 16)] as number;
    const share = (white - (grey.data[i] as number)) / Math.max(24, white - ink);
    if (share > 0.2 && share < 0.75) halfTones++;
  }
  return halfTones / grey.data.length;
}

/** What speaks against a picture being line work; null when nothing does. */
export function judgePicture(grey: GreyImage, lines: BinaryImage): PictureDoubt | null {
  let ink = 0;
  for (const pixel of lines.data) ink += pixel;
  const share = ink / lines.data.length;
  if (share < leastInk) return 'noLines';
  if (halfToneShare(grey) > mostHalfTones) return 'photograph';
  return share > mostInk ? 'allInk' : null;
}
