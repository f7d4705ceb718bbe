import { type WorkPlan, workPlan } from '#core/check/checked-plan';
import { type Homography, mapOfFour } from '#core/check/projective';
import { checkedRegions, inkOf, labAt, meanLab, shareOf } from '#core/check/region-statistics';
import { seenOfPhoto } from '#core/check/seen-photo';
import { streakinessL, streakL } from '#core/check/texture';
import { inkOnPaper, overInk, partsOfMask, whiteFindings } from '#core/check/white-and-over';
import { chamferUnitsPerPx } from '#core/raster/distance';
import { spreadLabels } from '#core/raster/spread-labels';
import { findPage, type RgbImage } from '#core/swatch/find-page';
import { areaOf, handPlan, partAreaOf } from './hand-plan';
import { fadeEvenness, fadeSlices } from './evenness';
import { type HandFigure, handLineMm, type HandSheet } from './hand-sheet';
import { type HandMeasure, handMeasures, whatNext } from './hand-texts';

/** How one figure went. `marks`: of each measure that it has, 0 to 1. */
export type FigureScore = {
  /** Place on the sheet, row by row from 1. */
  figure: number;
  score: number;
  marks: Partial<Record<HandMeasure, number>>;
  /** Paper left white within it. */
  whiteMm2: number;
  /** How far ink ran over its line; 0: it did not. */
  overMm: number;
};
export type HandAnswer =
  | {
      score: number;
      words: string;
      figures: FigureScore[];
      /** Figures that are not coloured yet. */
      notDone: number[];
      /** From px of the sheet's plan to px of the photo. */
      toPhoto: Homography;
    }
  | { problem: string };

/** So much of an area left white scores nothing. */
const whiteNothing = 0.12;
/** Ink so far over a line scores full still, and nothing. */
const [overFullMm, overNothingMm] = [0.3, 3] as const;
/** Ink that lies farther from a figure than this is not its own. */
const overReachMm = 6;
/** Specks of ink that are smaller nobody minds. */
const leastOverMm2 = 0.5;
/** Times the streakiness that is told, at which nothing is scored. */
const streakNothing = 4;
/** By how much L* a second coat is deeper, and what is lifted lighter, at the least and in full. Common practice, no source. */
const differenceL = { deeper: [0.5, 2.5], lighter: [1, 5] } as const;
/** A figure is not done where less of it, or of what lies about it, has ink. */
const leastDone = 0.05;

const between = (value: number, nothing: number, full: number): number => Math.max(0, Math.min(1, (value - nothing) / (full - nothing)));

/** Colours that a sheet was to have, by the inks that it was coloured with: an area its own ink all over, a fade slice by slice. */
function inkMeant(work: WorkPlan, seen: Float32Array, sheet: HandSheet): { meant: Float32Array; profiles: Map<number, number[]> } {
  const meant = new Float32Array(seen.length);
  for (let pixel = 0; pixel < work.labels.length; pixel++) meant[3 * pixel] = 100;
  const profiles = new Map<number, number[]>();
  const pixels = new Map<number, number[]>();
  for (const [pixel, label] of work.labels.entries()) {
    if (label === 0 || work.isLine[pixel]) continue;
    const own = pixels.get(label) ?? [];
    pixels.set(label, own);
    own.push(pixel);
  }
  for (const [index, { fade, part, isFeathered }] of sheet.figures.entries()) {
    const own = pixels.get(areaOf(index)) ?? [];
    if (fade) {
      const slices = slicesOf(work, own, fade);
      profiles.set(
        index,
        slices.map((pixel) => meanLab(seen, pixel)[0]),
      );
      // Paper between strokes is meant there.
      if (isFeathered) continue;
      for (const slice of slices) {
        const ink = medianInk(seen, slice);
        for (const pixel of slice) meant.set(ink, 3 * pixel);
      }
    } else {
      const ink = medianInk(seen, own);
      for (const pixel of own) meant.set(ink, 3 * pixel);
    }
    if (part && part.wants !== 'bare') {
      const within = pixels.get(partAreaOf(index)) ?? [];
      const ink = medianInk(seen, within);
      for (const pixel of within) meant.set(ink, 3 * pixel);
    }
  }
  return { meant, profiles };
}

/** Px of a fade in slices across it, the darkest end first. */
function slicesOf(work: WorkPlan, pixels: readonly number[], { from, to }: NonNullable<HandFigure['fade']>): number[][] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const slices: number[][] = Array.from({ length: fadeSlices }, () => []);
  for (const pixel of pixels) {
    const [x, y] = [((pixel % work.width) + 0.5) / work.pxPerMm, (Math.floor(pixel / work.width) + 0.5) / work.pxPerMm];
    const along = ((x - from[0]) * dx + (y - from[1]) * dy) / (dx * dx + dy * dy);
    slices[Math.max(0, Math.min(fadeSlices - 1, Math.floor(along * fadeSlices)))]!.push(pixel);
  }
  return slices;
}

/** The ink of an area: the middle of what is not bare; paper where nothing is. */
function medianInk(seen: Float32Array, pixels: readonly number[]): readonly [number, number, number] {
  const inked = pixels.filter((pixel) => inkOf(labAt(seen, pixel)) > overInk);
  if (inked.length === 0) return [100, 0, 0];
  const middle = (channel: 0 | 1 | 2) =>
    shareOf(
      inked.map((pixel) => seen[3 * pixel + channel]!),
      0.5,
    );
  return [middle(0), middle(1), middle(2)];
}

/** How far ink lies from each figure over its line, in mm, and how many px of it there are. */
function overOf(work: WorkPlan, onPaper: Uint8Array, figures: readonly HandFigure[]): { overMm: number; px: number }[] {
  const found = figures.map(() => ({ overMm: 0, px: 0 }));
  // Whatever may be inked tells all about it whose it is; a part that stays bare is as far as paper.
  const nearest = Uint16Array.from(work.labels, (label) => {
    const index = Math.floor((label - 1) / 2);
    return label === 0 || (label === partAreaOf(index) && figures[index]?.part?.wants === 'bare') ? 0 : label;
  });
  const distance = spreadLabels(nearest, Int32Array.from(emptyRuns(nearest, work.width)), work.width, work.height);
  const reach = overReachMm * work.pxPerMm * chamferUnitsPerPx;
  for (const part of partsOfMask(onPaper, work.width)) {
    if (part.length < leastOverMm2 * work.pxPerMm ** 2) continue;
    for (const pixel of part) {
      const own = found[Math.floor((nearest[pixel]! - 1) / 2)];
      if (!own || distance[pixel]! > reach) continue;
      own.px += 1;
      own.overMm = Math.max(own.overMm, distance[pixel]! / chamferUnitsPerPx / work.pxPerMm - handLineMm / 2);
    }
  }
  return found;
}

/** Stretches of rows without a label: first px and the px after the last, one pair after the other. */
function emptyRuns(labels: Uint16Array, width: number): number[] {
  const runs: number[] = [];
  for (let pixel = 0; pixel < labels.length; pixel++) {
    if (labels[pixel]! > 0) continue;
    const first = pixel;
    while ((pixel + 1) % width > 0 && labels[pixel + 1] === 0) pixel += 1;
    runs.push(first, pixel + 1);
  }
  return runs;
}

/**
 * Looks at a photo of a practice sheet: finds it by its corner marks, evens its light by its own paper, and scores figure by figure what of it is to be even, to fade, to stay bare, to be deeper or lighter.
 * Whatever ink was used is held against itself. A figure's score is the product of what is measured on it.
 * @returns `problem`: why this photo is not judged, and what to do.
 */
export function scoreHandSheet(photo: RgbImage, sheet: HandSheet): HandAnswer {
  const page = findPage(photo, sheet);
  if ('problem' in page) return page;
  const plan = handPlan(sheet);
  const corners = [
    [0, 0],
    [plan.width, 0],
    [plan.width, plan.height],
    [0, plan.height],
  ] as const;
  const toPhoto = mapOfFour(
    corners,
    corners.map(([x, y]) => page.toPx(x / plan.pxPerMm, y / plan.pxPerMm)),
  );
  if (!toPhoto) return { problem: 'This sheet is seen from its side. Photograph it from above.' };
  const work = workPlan(plan);
  const looked = seenOfPhoto(photo, plan, { work, lie: { toPhoto, pxOfPhotoPerPlanPx: page.pxPerMm / plan.pxPerMm } });
  if ('problem' in looked) return looked;
  const { seen, isSeen } = looked;
  const { meant, profiles } = inkMeant(work, seen, sheet);
  const colours = { expected: meant, seen };
  const regions = checkedRegions(work, meant, isSeen);
  const { findings: white, isWhite } = whiteFindings(work, regions, colours);
  const over = overOf(work, inkOnPaper(work, { ...colours, isSeen }), sheet.figures);
  const [figures, notDone]: [FigureScore[], number[]] = [[], []];
  for (const [index, figure] of sheet.figures.entries()) {
    const areas = figure.part && figure.part.wants !== 'bare' ? [areaOf(index), partAreaOf(index)] : [areaOf(index)];
    const pixels = areas.flatMap((area) => regions.get(area)?.pixels ?? []);
    const inked = pixels.filter((pixel) => inkOf(labAt(seen, pixel)) > overInk).length;
    const { overMm, px: overPx } = over[index]!;
    if (inked + overPx < leastDone * pixels.length) {
      notDone.push(index + 1);
      continue;
    }
    const whiteMm2 = white.filter(({ labels }) => areas.includes(labels[0] ?? 0)).reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
    const marks: FigureScore['marks'] = { over: between(overMm, overNothingMm, overFullMm) };
    const coloured = pixels.filter((pixel) => !isWhite[pixel]);
    if (figure.isFeathered) marks.white = between(baseCovered(work, seen, { pixels, fade: figure.fade }), 0.4, 0.9);
    else {
      marks.white = inked === 0 ? 0 : 1 - between(whiteMm2 / (pixels.length / work.pxPerMm ** 2), 0, whiteNothing);
      marks.streak = 1 - between(streakinessL(work, coloured, colours), streakL, streakNothing * streakL);
    }
    if (figure.fade) marks.step = fadeEvenness(profiles.get(index) ?? []);
    const wants = figure.part?.wants;
    if (wants === 'deeper' || wants === 'lighter') {
      const [own, part] = areas.map((area) => meant[3 * (regions.get(area)?.pixels[0] ?? 0)] ?? 0) as [number, number];
      const [nothing, full] = differenceL[wants];
      marks[wants] = between(wants === 'deeper' ? own - part : part - own, nothing, full);
    }
    const score = Object.values(marks).reduce((product, own) => product * own, 1);
    figures.push({ figure: index + 1, score, marks, whiteMm2: figure.isFeathered ? 0 : whiteMm2, overMm });
  }
  if (figures.length === 0)
    return { problem: 'Nothing is coloured on this sheet yet. Colour some of its figures, let them dry, and photograph it again.' };
  const mean = (values: readonly number[]) => values.reduce((sum, own) => sum + own, 0) / Math.max(1, values.length);
  const measured = handMeasures.flatMap((measure) => {
    const own = figures.flatMap(({ marks }) => marks[measure] ?? []);
    return own.length > 0 ? [{ measure, mark: mean(own) }] : [];
  });
  const worst = measured.reduce((one, other) => (other.mark < one.mark ? other : one));
  return {
    score: mean(figures.map(({ score }) => score)),
    words: whatNext(sheet.drill, worst.mark > 0.95 ? null : worst.measure),
    ...{ figures, notDone, toPhoto },
  };
}

/** Share of the darkest tenth of a feathered figure that has ink: flicks close at their base. */
function baseCovered(
  work: WorkPlan,
  seen: Float32Array,
  { pixels, fade }: { pixels: readonly number[]; fade: HandFigure['fade'] },
): number {
  const [base = []] = fade ? slicesOf(work, pixels, fade) : [];
  return base.filter((pixel) => inkOf(labAt(seen, pixel)) > overInk).length / Math.max(1, base.length);
}
