import type { Lab } from '#model/marker';
import { lab65 } from '#core/colour/modes';

/** R, G, B as a picture has them, 0 to 255, in the mean of some px; or amounts of light. */
export type RgbMean = [number, number, number];

/** Light of a value of the picture (IEC 61966-2-1). */
function lightOf(value: number): number {
  const own = value / 255;
  return own <= 0.04045 ? own / 12.92 : ((own + 0.055) / 1.055) ** 2.4;
}

/** The colour of a place next to the paper's. @param paper light of the bare paper, 0 to 1 each. */
export function labBeside(own: RgbMean, bare: RgbMean, paper: RgbMean): Lab {
  const [r, g, b] = own.map(
    (value, at) => (lightOf(value) / Math.max(1e-4, lightOf(bare[at as 0 | 1 | 2]))) * paper[at as 0 | 1 | 2],
  ) as RgbMean;
  const lab = lab65({ mode: 'lrgb', r, g, b });
  return { L: lab.l, a: lab.a, b: lab.b };
}
