import type { CheckPlan, WorkPlan } from './checked-plan';
import { lightestChannel } from './dark-lines';
import { mapPlace } from './projective';
import type { Registered } from './register-photo';
import { bareOf, expectedColours, overPaper, paperSurface, warpedLight } from './seen-colours';

/** How a plan lies in a photo. */
export type PhotoLie = Pick<Registered, 'toPhoto' | 'pxOfPhotoPerPlanPx'>;
/** Colours of a plan's px over their own paper, three a pixel (CIELAB): as they were to be, and as a photo shows them; `isSeen` 1 where it does. */
export type SeenPhoto = { expected: Float32Array; seen: Float32Array; isSeen: Uint8Array };

/** Paper that is darker than this, of 255, was photographed in too little light. */
const leastPaperLevel = 70;
/** Lines softer than this, in mm, are too blurred to be judged. */
const mostSoftMm = 0.62;

/** How wide the edge of a line is in a photo, in mm: its depth over its steepest step, the middle of many. */
function softnessMm(
  photo: { width: number; height: number; data: Uint8Array },
  plan: CheckPlan,
  { toPhoto, pxOfPhotoPerPlanPx }: PhotoLie,
): number {
  const { data } = lightestChannel(photo);
  const pxPerMm = pxOfPhotoPerPlanPx * plan.pxPerMm;
  const reach = Math.max(2, Math.round(1.2 * pxPerMm));
  const found: number[] = [];
  const step = Math.max(7, Math.floor((plan.width * plan.height) / 40_000));
  for (let pixel = 0; pixel < plan.lines.data.length; pixel += step) {
    if (!plan.lines.data[pixel]) continue;
    const [u, v] = mapPlace(toPhoto, (pixel % plan.width) + 0.5, Math.floor(pixel / plan.width) + 0.5);
    const [x, y] = [Math.round(u), Math.round(v)];
    for (const along of [1, photo.width]) {
      if (x < reach || y < reach || x >= photo.width - reach || y >= photo.height - reach) continue;
      const at = y * photo.width + x;
      let [least, most, steepest] = [255, 0, 0];
      for (let off = -reach; off < reach; off++) {
        const [one, other] = [data[at + off * along]!, data[at + (off + 1) * along]!];
        least = Math.min(least, one);
        most = Math.max(most, one);
        steepest = Math.max(steepest, Math.abs(other - one));
      }
      if (most - least > 60) found.push((most - least) / steepest / pxPerMm);
    }
  }
  found.sort((one, other) => one - other);
  return found[Math.floor(found.length / 2)] ?? 0;
}

/** What is so much brighter than the paper there mirrors the lamp. */
const glareTimes = 1.12;
/** So much of the areas may mirror it. */
const mostGlare = 0.02;

/** Share of the areas in which the lamp is mirrored. */
function glareShare(work: WorkPlan, light: Float32Array, paper: (pixel: number) => readonly [number, number, number]): number {
  let [bright, all] = [0, 0];
  for (let pixel = 0; pixel < work.labels.length; pixel++) {
    if (work.labels[pixel] === 0) continue;
    all += 1;
    if (paper(pixel).every((own, channel) => light[3 * pixel + channel]! > glareTimes * own)) bright += 1;
  }
  return all > 0 ? bright / all : 0;
}

/** What a photo that was lined up shows of a plan, its light evened by its own paper; `problem`: why it is not judged, and what to do. */
export function seenOfPhoto(
  photo: { width: number; height: number; data: Uint8Array },
  plan: CheckPlan,
  { work, lie }: { work: WorkPlan; lie: PhotoLie },
): SeenPhoto | { problem: string } {
  if (softnessMm(photo, plan, lie) > mostSoftMm)
    return { problem: 'This photo is too blurred to be judged. Hold still, and tap on the piece so that the camera focuses there.' };
  const { light, isSeen } = warpedLight(photo, work, lie.toPhoto);
  const expected = expectedColours(work);
  const isBare = bareOf(work, expected).map((own, pixel) => (own && isSeen[pixel] ? 1 : 0));
  const paper = paperSurface(light, isBare, work.width);
  if (!paper)
    return { problem: 'Too little bare paper is seen to tell the light by. Photograph the piece before it is cut out, or on white paper.' };
  const middle = paper(Math.floor(work.height / 2) * work.width + Math.floor(work.width / 2));
  if (Math.max(...middle) < (leastPaperLevel / 255) ** 2.2)
    return { problem: 'This photo is too dark to be judged. Photograph it by daylight, without a shadow of the hand.' };
  if (glareShare(work, light, paper) > mostGlare)
    return { problem: 'A lamp is mirrored in this photo. Turn the piece a little, or hold the camera from another side.' };
  return { expected, seen: overPaper(light, paper), isSeen };
}
