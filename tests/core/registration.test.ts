import { describe, expect, it } from 'vitest';
import { registeredByOpenCv } from '../../scripts/bench-against/open-cv-registration';
import type { Camera } from '#core/camera/photograph';
import { photographPicture, pictureInPhoto } from '#core/camera/photograph-picture';
import { type Homography, mapPlace } from '#core/check/projective';
import { registerPhoto } from '#core/check/register-photo';
import { drawingToColour } from '../drawing-to-colour';
import { colouredWithFaults } from '../planted-faults';

describe('a photo is lined up as a general vision library lines it up', () => {
  // The library: ORB features and RANSAC of OpenCV (@techstark/opencv-js). More photos: npm run eval:check.
  it.each([
    ['badger-pilot', 4, 30],
    ['lantern-watch', 12, 250],
  ] as const)('%s, leaning by %d degrees', async (name, leanDeg, leanToDeg) => {
    const picture = await drawingToColour(`demo/line-images/${name}.svg`);
    const { width, height, pxPerMm } = picture;
    const {
      plan: { lines, expected },
      painted,
    } = colouredWithFaults(picture, ['white', 'streak'], 4);
    const camera: Camera = {
      ...{ pxPerMm: 12, leanDeg, leanToDeg, turnDeg: -8, fallOff: 0.2, cast: [1, 0.9, 0.8], noiseSigma: 3 },
      ...{ table: { L: 40, a: 5, b: 10 }, seed: 8 },
    };
    const photo = photographPicture({ width, height, data: painted }, width / pxPerMm, camera);
    const ours = registerPhoto(photo, lines)?.toPhoto ?? expect.fail('we do not line it up');
    const theirs = (await registeredByOpenCv({ width, height, data: expected }, photo)) ?? expect.fail('the library does not line it up');
    const truth = pictureInPhoto({ widthMm: width / pxPerMm, heightMm: height / pxPerMm }, camera);
    const apartMm = (x: number, y: number) => {
      const at = (map: Homography) => mapPlace(map, x, y);
      const off = ([u, v]: readonly number[], [p, q]: readonly number[]) => Math.hypot((u ?? 0) - (p ?? 0), (v ?? 0) - (q ?? 0)) / 12;
      const [a, b, c] = [at(ours), at(theirs), truth(x / pxPerMm, y / pxPerMm)];
      return { ours: off(a, c), theirs: off(b, c), apart: off(a, b) };
    };
    const all = [0.05, 0.5, 0.95].flatMap((u) => [0.05, 0.5, 0.95].map((v) => apartMm(u * width, v * height)));
    expect(Math.max(...all.map((own) => own.ours)), 'off the truth').toBeLessThan(0.3);
    // The library is within a mm at the worst, and we no farther from it than it is from the truth.
    expect(Math.max(...all.map((own) => own.theirs))).toBeLessThan(1);
    expect(Math.max(...all.map((own) => own.apart))).toBeLessThan(1.2);
  });
});
