import type { CheckFinding } from './check-finding';
import { type CheckPlan, workPlan } from './checked-plan';
import { type Homography, mapOfFour, mapPlace } from './projective';
import { type Registered, registerPhoto } from './register-photo';
import { checkedRegions, inItsColour, leastInk, notJudged, palestInk } from './region-statistics';
import { seenOfPhoto } from './seen-photo';
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

function startOfTaps(plan: CheckPlan, taps: readonly (readonly [number, number])[]): Homography | null {
  const places = tapPlaces(plan.lines);
  return places && mapOfFour(places, taps);
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
  const looked = seenOfPhoto(photo, plan, { work, lie: found });
  if ('problem' in looked) return looked;
  const { expected, seen, isSeen } = looked;
  const regions = checkedRegions(work, expected, isSeen);
  const { findings: white, isWhite } = whiteFindings(work, regions, { expected, seen });
  const colours = { expected, seen, isWhite };
  const over = overFindings(work, regions, { ...colours, isSeen });
  const shade = shadeFindings(work, regions, colours);
  const hue = hueFindings(work, regions, colours, touchingLabels(work));
  // What is of another hue, or shaded otherwise, as a whole is not told once more for its texture or as ink from beside.
  const told = new Set([...shade, ...hue].flatMap(({ kind, labels }) => (kind === 'notParted' ? labels : labels.slice(0, 1))));
  const texture = textureFindings(work, regions, colours).filter(({ labels }) => !told.has(labels[0] ?? 0));
  // Where the palest ink of an area, or of one in its colour, is as pale as paper, what lies on the wrong side leaves no white spots.
  const turned = new Set(shade.flatMap(({ kind, labels }) => (kind === 'wrongSide' ? labels : [])));
  const isPaleTurned = (label: number) =>
    turned.has(label) && inItsColour(regions, label, expected).some((own) => palestInk(work, own, expected) < leastInk);
  const from = over.filter(({ labels }) => labels.length < 2 || !told.has(labels[1] ?? 0));
  const bare = white.filter(({ kind, labels }) => kind !== 'white' || !isPaleTurned(labels[0] ?? 0));
  const all = [...bare, ...from, ...shade, ...hue, ...texture].sort(
    (one, other) => other.areaMm2 * other.sureness - one.areaMm2 * one.sureness,
  );
  return {
    fitMm: found.meanMetPx / (found.pxOfPhotoPerPlanPx * plan.pxPerMm),
    toPhoto: found.toPhoto,
    findings: all,
    notJudged: notJudged(work, regions, expected),
  };
}
