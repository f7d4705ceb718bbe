import type { CheckFinding } from './check-finding';
import { type CheckPlan, type WorkPlan, workPlan } from './checked-plan';
import { lightestChannel } from './dark-lines';
import { type Homography, mapOfFour, mapPlace } from './projective';
import { type Registered, registerPhoto } from './register-photo';
import { checkedRegions, notJudged } from './region-statistics';
import { bareOf, expectedColours, overPaper, paperSurface, warpedLight } from './seen-colours';
import { hueFindings, shadeFindings, touchingLabels } from './shade-and-hue';
import { tapPlaces } from './tap-places';
import { textureFindings } from './texture';
import { overFindings, whiteFindings } from './white-and-over';

export type CheckedPhoto =
  | {
      /** How far the lines of the photo lie from those of the plan, on average. */
      fitMm: number;
      /** From px of the plan to px of the photo. */
      toPhoto: Homography;
      findings: CheckFinding[];
      /** Areas that are to be coloured so palely, or are so small, that no photo shows it for sure. */
      notJudged: number[];
    }
  | { problem: string };
export type CheckOptions = {
  /** Of the plan's lines so many must be met. Default 0.72. */
  leastMet?: number;
  /** Where in the photo, in px, the four `tapPlaces` of the plan's lines are, in their order. Default: they are found. */
  taps?: readonly (readonly [number, number])[] | undefined;
};

/** Where less of the lines is met, it is another picture; where a quarter of it has less, a part is missing. */
const [usualLeastMet, leastInQuarter] = [0.72, 0.45] as const;
/** Paper that is darker than this, of 255, was photographed in too little light. */
const leastPaperLevel = 70;
/** Lines softer than this, in mm, are too blurred to be judged. */
const mostSoftMm = 0.62;

/** How wide the edge of a line is in a photo, in mm: its depth over its steepest step, the middle of many. */
function softnessMm(
  photo: { width: number; height: number; data: Uint8Array },
  plan: CheckPlan,
  { toPhoto, pxOfPhotoPerPlanPx }: Registered,
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

function startOfTaps(plan: CheckPlan, taps: readonly (readonly [number, number])[]): Homography | null {
  const places = tapPlaces(plan.lines);
  return places && mapOfFour(places, taps);
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

/** Share of the plan's corners and sides that the photo shows. */
function shownShare(photo: { width: number; height: number }, plan: CheckPlan, { toPhoto }: Registered): number {
  let [shown, all] = [0, 0];
  for (let y = 0.5; y < 24; y++) {
    for (let x = 0.5; x < 24; x++) {
      const column = Math.floor((x / 24) * plan.width);
      const row = Math.floor((y / 24) * plan.height);
      if (plan.labels[row * plan.width + column] === 0) continue;
      const [u, v] = mapPlace(toPhoto, column + 0.5, row + 0.5);
      all += 1;
      if (u >= 0 && v >= 0 && u < photo.width && v < photo.height) shown += 1;
    }
  }
  return all > 0 ? shown / all : 1;
}

/**
 * Looks at a photo of a coloured piece by the plan it was coloured after: lines it up by itself, evens its light by its own paper, and says what differs, area by area. Colours are held against the photo's own
 * paper; what is too pale for a photo is not judged.
 * @param photo R, G, B, row-major, upright or turned. @param plan see CheckPlan.
 * @returns findings with their places in mm of the plan, the largest first; `problem`: why this photo is not judged, and what to do.
 * @throws RangeError where the plan's arrays do not fit its size.
 */
export function checkPhoto(
  photo: { width: number; height: number; data: Uint8Array },
  plan: CheckPlan,
  options: CheckOptions = {},
): CheckedPhoto {
  const { leastMet = usualLeastMet, taps } = options;
  if (photo.data.length !== 3 * photo.width * photo.height)
    throw new RangeError(`checkPhoto expects three bytes a pixel of ${photo.width} x ${photo.height}, got ${photo.data.length}.`);
  const work = workPlan(plan);
  const start = taps ? startOfTaps(plan, taps) : undefined;
  if (start === null) return { problem: 'These four places are no picture seen from the front. Tap each numbered place once more.' };
  const found = registerPhoto(photo, plan.lines, start);
  if (!found) return { problem: 'There are too few lines to line the photo up by. Photograph the whole piece from above, in good light.' };
  if (shownShare(photo, plan, found) < 0.94 || found.leastQuarter < leastInQuarter)
    return found.metShare < 0.5
      ? { problem: 'This photo does not fit the picture: it seems to be of another one. Choose the photo of this piece.' }
      : { problem: 'A part of the picture is missing in this photo. Photograph the whole piece, with a little paper all round.' };
  if (found.metShare < leastMet)
    return { problem: 'This photo does not fit the picture: it seems to be of another one. Choose the photo of this piece.' };
  if (softnessMm(photo, plan, found) > mostSoftMm)
    return { problem: 'This photo is too blurred to be judged. Hold still, and tap on the piece so that the camera focuses there.' };
  const { light, isSeen } = warpedLight(photo, work, found.toPhoto);
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
  const seen = overPaper(light, paper);
  const regions = checkedRegions(work, expected, isSeen);
  const { findings: white, isWhite } = whiteFindings(work, regions, { expected, seen });
  const colours = { expected, seen, isWhite };
  const over = overFindings(work, regions, { ...colours, isSeen });
  const shade = shadeFindings(work, regions, colours);
  const hue = hueFindings(work, regions, colours, touchingLabels(work));
  // What is of another hue, or shaded otherwise, as a whole is not told once more for its texture or as ink from beside.
  const told = new Set([...shade, ...hue].flatMap(({ kind, labels }) => (kind === 'notParted' ? labels : labels.slice(0, 1))));
  const texture = textureFindings(work, regions, colours).filter(({ labels }) => !told.has(labels[0] ?? 0));
  const from = over.filter(({ labels }) => labels.length < 2 || !told.has(labels[1] ?? 0));
  const all = [...white, ...from, ...shade, ...hue, ...texture].sort(
    (one, other) => other.areaMm2 * other.sureness - one.areaMm2 * one.sureness,
  );
  return {
    fitMm: found.meanMetPx / (found.pxOfPhotoPerPlanPx * plan.pxPerMm),
    toPhoto: found.toPhoto,
    findings: all,
    notJudged: notJudged(work, regions, expected),
  };
}
