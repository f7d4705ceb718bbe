import { describe, expect, it } from 'vitest';
import type { Lab } from '#model/marker';
import { deltaE00 } from '#core/colour/difference';
import { hexOfLab, labOfHex } from '#core/colour/lab';
import { linearRgb } from '#core/colour/modes';
import { seeded } from '#core/sharing/seeded';
import type { RgbImage } from './find-page';
import { strokeColour } from './stroke-colour';
import { usualPaper } from './usual-paper';

const coded = (light: number): number => 255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * Math.max(0, light) ** (1 / 2.4) - 0.055);

/** A stroke across bare paper, in a cast light, with noise and specks. */
function photo(ink: Lab, cast: readonly [number, number, number], seed: number): RgbImage {
  const random = seeded(seed);
  const [width, height] = [240, 160];
  const data = new Uint8Array(3 * width * height);
  const lights = [usualPaper, ink].map((lab) => {
    const { r, g, b } = linearRgb(hexOfLab(lab)) ?? { r: 0, g: 0, b: 0 };
    return [r, g, b] as const;
  });
  for (let i = 0; i < width * height; i++) {
    const y = Math.floor(i / width);
    const own = lights[y > 60 && y < 100 ? 1 : 0] as readonly [number, number, number];
    for (const at of [0, 1, 2] as const)
      data[3 * i + at] = random() < 0.02 ? 20 : Math.max(0, Math.min(255, Math.round(coded(own[at] * cast[at]) + 6 * random() - 3)));
  }
  return { width, height, data };
}

describe('the colour of a stroke in a photo', () => {
  it('is told next to the paper, whatever light falls on both', () => {
    for (const [seed, hex] of ['#d98fa4', '#3f7a5a', '#f2d27a'].entries()) {
      const ink = labOfHex(hex);
      expect(deltaE00(strokeColour(photo(ink, [0.95, 0.86, 0.7], seed), [120, 80]), ink)).toBeLessThan(1.5);
    }
  });

  it('is that of the paper where there is no stroke, and needs a place within the photo', () => {
    const image = photo(labOfHex('#d98fa4'), [0.9, 0.9, 0.9], 9);
    expect(deltaE00(strokeColour(image, [120, 20]), usualPaper)).toBeLessThan(2);
    expect(() => strokeColour(image, [240, 20])).toThrow(/outside the photo/);
  });
});
