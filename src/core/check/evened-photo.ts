import { type CheckPlan, lightOfLevel, workPlan } from './checked-plan';
import { type Homography, mapPlace } from './projective';
import { bareOf, expectedColours, paperSurface, warpedLight } from './seen-colours';

/** What light a photo was taken in, by its bare paper. */
export type LightCast = 'warm' | 'cold' | 'green' | 'even';

/** One channel of the paper over another from which on a cast is told. */
const castTimes = 1.15;

export function castOf([r, g, b]: readonly [number, number, number]): LightCast {
  if (r > castTimes * b && r >= g) return 'warm';
  if (b > castTimes * r) return 'cold';
  return g > castTimes * Math.sqrt(r * b) ? 'green' : 'even';
}

/** sRGB level of linear light, 0 to 1 in 4096 steps (IEC 61966-2-1). */
const levels = 4096;
const levelOf = Uint8Array.from({ length: levels + 1 }, (_, step) => {
  const light = step / levels;
  return Math.round(255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055));
});

/**
 * A photo laid onto its plan and divided by its own paper: as it would look in even white light.
 * @param toPhoto from px of the plan to px of the photo.
 * @returns R, G, B, A of the plan's size, transparent where the photo shows nothing; null: too little bare paper is seen.
 */
export function evenedPhoto(
  photo: { width: number; height: number; data: Uint8Array },
  plan: CheckPlan,
  toPhoto: Homography,
): { rgba: Uint8ClampedArray<ArrayBuffer>; cast: LightCast } | null {
  const work = workPlan(plan);
  const { light, isSeen } = warpedLight(photo, work, toPhoto);
  const isBare = bareOf(work, expectedColours(work)).map((own, pixel) => (own && isSeen[pixel] ? 1 : 0));
  const paper = paperSurface(light, isBare, work.width);
  if (!paper) return null;
  const rgba = new Uint8ClampedArray(4 * plan.width * plan.height);
  for (let row = 0, at = 0; row < plan.height; row++) {
    const workRow = Math.min(work.height - 1, Math.floor(row / work.scale));
    let [white, of] = [paper(workRow * work.width), -1];
    for (let column = 0; column < plan.width; column++, at += 4) {
      const workPixel = workRow * work.width + Math.min(work.width - 1, Math.floor(column / work.scale));
      if (workPixel !== of) [white, of] = [paper(workPixel), workPixel];
      const [u, v] = mapPlace(toPhoto, column + 0.5, row + 0.5);
      const [x, y] = [Math.floor(u), Math.floor(v)];
      if (x < 0 || y < 0 || x >= photo.width || y >= photo.height) continue;
      const from = 3 * (y * photo.width + x);
      for (const channel of [0, 1, 2] as const)
        rgba[at + channel] = levelOf[Math.min(levels, Math.round((lightOfLevel(photo.data[from + channel]!) / white[channel]) * levels))]!;
      rgba[at + 3] = 255;
    }
  }
  return { rgba, cast: castOf(paper(Math.floor(work.height / 2) * work.width + Math.floor(work.width / 2))) };
}
