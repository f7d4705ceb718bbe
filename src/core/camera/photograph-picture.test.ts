import { describe, expect, it } from 'vitest';
import type { Camera } from './photograph';
import { photographPicture, pictureInPhoto } from './photograph-picture';

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

  it('tells where each of its places is seen: a dark dot lies there in the photo', () => {
    const shot = { ...camera, pxPerMm: 6, leanDeg: 15, leanToDeg: 70, turnDeg: 200, table: { L: 100, a: 0, b: 0 } };
    const toPx = pictureInPhoto({ widthMm: 60, heightMm: 40 }, shot);
    for (const [x, y] of [
      [6, 6],
      [50, 9],
      [8, 32],
      [51, 33],
    ] as const) {
      // A dot of 2 mm; the picture has one px a mm.
      const data = new Uint8Array(3 * 60 * 40).fill(255);
      for (const at of [y * 60 + x, y * 60 + x - 1, (y - 1) * 60 + x, (y - 1) * 60 + x - 1]) data.fill(0, 3 * at, 3 * at + 3);
      const seen = photographPicture({ width: 60, height: 40, data }, 60, shot);
      let [sum, sumX, sumY] = [0, 0, 0];
      for (let pixel = 0; pixel < seen.width * seen.height; pixel++) {
        const dark = 255 - (seen.data[3 * pixel] ?? 255);
        if (dark < 60) continue;
        sum += dark;
        sumX += dark * ((pixel % seen.width) + 0.5);
        sumY += dark * (Math.floor(pixel / seen.width) + 0.5);
      }
      const [u, v] = toPx(x, y);
      expect(Math.hypot(u - sumX / sum, v - sumY / sum), `at ${x}, ${y} mm`).toBeLessThan(0.6);
    }
  });
});
