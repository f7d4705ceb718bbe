import { describe, expect, it } from 'vitest';
import type { Camera } from './photograph';
import { photographPicture } from './photograph-picture';

const camera: Camera = {
  ...{ pxPerMm: 3, leanDeg: 0, leanToDeg: 0, turnDeg: 0, fallOff: 0, cast: [1, 1, 1], noiseSigma: 0 },
  ...{ table: { L: 30, a: 0, b: 0 }, seed: 1 },
};
/** Red at the left, blue at the right. */
const picture = {
  width: 60,
  height: 40,
  data: Uint8Array.from({ length: 3 * 60 * 40 }, (_, i) => (Math.floor(i / 3) % 60 < 30 ? [200, 30, 30] : [30, 30, 200])[i % 3] ?? 0),
};

describe('a made-up photograph of a coloured picture', () => {
  const at = ({ width, height, data }: ReturnType<typeof photographPicture>, x: number, y: number) => {
    const i = 3 * (Math.floor(y * height) * width + Math.floor(x * width));
    return [...data.slice(i, i + 3)];
  };

  it('shows it on white paper on the table, in its colours', () => {
    const photo = photographPicture(picture, 60, camera);
    expect(at(photo, 0.4, 0.5)).toEqual([200, 30, 30]);
    expect(at(photo, 0.6, 0.5)).toEqual([30, 30, 200]);
    expect(at(photo, 0.15, 0.5)).toEqual([255, 255, 255]);
    expect(at(photo, 0.01, 0.01)[0]).toBeLessThan(90);
  });

  it('in a warm light that falls off it is warmer and darker to one side; the same seed, the same photo', () => {
    const shot = { ...camera, cast: [1, 0.9, 0.7] as const, fallOff: 0.3, noiseSigma: 3, leanDeg: 10, leanToDeg: 30, turnDeg: 5 };
    const photo = photographPicture(picture, 60, shot);
    const [near, far] = [at(photo, 0.2, 0.3), at(photo, 0.83, 0.7)];
    expect(near[2] as number).toBeLessThan(near[0] as number);
    expect(far[0] as number).toBeLessThan(near[0] as number);
    expect(photographPicture(picture, 60, shot).data).toEqual(photo.data);
    expect(photographPicture(picture, 60, { ...shot, seed: 2 }).data).not.toEqual(photo.data);
  });
});
