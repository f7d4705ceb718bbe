import type { CheckFinding } from './check-finding';
import type { WorkPlan } from './checked-plan';
import { type CheckedRegion, shareOf } from './region-statistics';
import { findingAt } from './white-and-over';

/** How wide streaks and blotches are, in mm. */
const streakWidthsMm = [0.75, 1.25] as const;
/** Ways in which they may alternate: across, down, and both slants. */
const ways = [
  [1, 0],
  [0, 1],
  [1, 1],
  [-1, 1],
] as const;
/** A streak or blotch stands out of what lies beside it by so much L*. */
export const streakL = 1.5;
const leastMm2 = 10;
/** A step between bands is hard where it is so steep, in L* over `acrossMm`, and so many times as steep as planned, ... */
const [hardL, hardTimes, acrossMm] = [5, 2, 0.5] as const;
/** ... over so much of the border; a hand lays it no farther from where it was planned than this, in mm. */
const [hardShare, hardShareOfRough, besideBorderMm] = [0.5, 0.4, 0.75] as const;

/** How far a value stands out of a row of five that are `step` apart: their fourth difference, which a slope and a bend leave none of. */
function outOfRow(values: Float32Array, at: number, step: number): number {
  const [far, near, own] = [values[at - 2 * step]! + values[at + 2 * step]!, values[at - step]! + values[at + step]!, values[at]!];
  return Math.abs(6 * own - 4 * near + far) / 8;
}

/** How streaky some px are, in L*: seven of ten stand out no farther than this of those beside them, in the photo as well as against the plan. */
export function streakinessL(
  plan: WorkPlan,
  pixels: readonly number[],
  { expected, seen }: { expected: Float32Array; seen: Float32Array },
): number {
  // In the box of these px alone: a picture has many areas.
  let [left, top, right, bottom] = [plan.width, plan.height, -1, -1];
  for (const pixel of pixels) {
    const [column, row] = [pixel % plan.width, Math.floor(pixel / plan.width)];
    [left, top, right, bottom] = [Math.min(left, column), Math.min(top, row), Math.max(right, column), Math.max(bottom, row)];
  }
  if (right < 0) return 0;
  const [width, height] = [right - left + 1, bottom - top + 1];
  const placeOf = (pixel: number) => (Math.floor(pixel / plan.width) - top) * width + (pixel % plan.width) - left;
  const isOf = new Uint8Array(width * height);
  const [own, off] = [new Float32Array(isOf.length), new Float32Array(isOf.length)];
  for (const pixel of pixels) {
    const at = placeOf(pixel);
    isOf[at] = 1;
    own[at] = seen[3 * pixel]!;
    off[at] = seen[3 * pixel]! - expected[3 * pixel]!;
  }
  const found: number[] = [];
  for (const pixel of pixels) {
    const at = placeOf(pixel);
    let [most, judged] = [0, 0];
    for (const mm of streakWidthsMm) {
      const reach = Math.max(1, Math.round(mm * plan.pxPerMm));
      for (const [dx, dy] of ways) {
        const [x, y] = [(at % width) + 2 * reach * Math.abs(dx), Math.floor(at / width)];
        if (x >= width || (at % width) - 2 * reach * Math.abs(dx) < 0 || y - 2 * reach * dy < 0 || y + 2 * reach * dy >= height) continue;
        const step = reach * (dx + dy * width);
        if (![-2, -1, 1, 2].every((times) => isOf[at + times * step])) continue;
        judged += 1;
        // A blend that is wider or narrower than planned is even in the photo; one as planned is even against the plan.
        most = Math.max(most, Math.min(outOfRow(own, at, step), outOfRow(off, at, step)));
      }
    }
    if (judged > 0) found.push(most);
  }
  return found.length >= (leastMm2 / 4) * plan.pxPerMm ** 2 ? shareOf(found, 0.7) : 0;
}

/** Px of a mask where two bands meet, with the way across: 1 along the row, the width down the column. */
function bordersOf(plan: WorkPlan, pixels: readonly number[], isOf: Uint8Array): { pixel: number; way: number }[] {
  return pixels.flatMap((pixel) =>
    [1, plan.width].flatMap((way) => {
      const [one, other] = [plan.bands[pixel]!, plan.bands[pixel + way] ?? 0];
      return isOf[pixel + way] && one > 0 && other > 0 && one !== other ? [{ pixel, way }] : [];
    }),
  );
}

/** Where along the borders of bands the step is much harder than planned; and over how much of them. */
function hardSteps(
  plan: WorkPlan,
  borders: readonly { pixel: number; way: number }[],
  isOf: Uint8Array,
  { expected, seen }: { expected: Float32Array; seen: Float32Array },
): { pixels: number[]; share: number } {
  const half = Math.max(1, Math.round((acrossMm / 2) * plan.pxPerMm));
  const reach = Math.round(besideBorderMm * plan.pxPerMm);
  const pixels: number[] = [];
  let judged = 0;
  for (const { pixel, way } of borders) {
    // The steepest step near it, which goes the way that is planned.
    const isDown = expected[3 * (pixel + half * way)]! < expected[3 * (pixel - half * way)]! ? 1 : -1;
    let [planned, own, against, all] = [0, 0, 0, 0];
    for (let off = -reach; off <= reach; off++) {
      const [one, other] = [pixel + (off - half) * way, pixel + (off + half) * way];
      if (!isOf[one] || !isOf[other]) continue;
      all += 1;
      planned = Math.max(planned, isDown * (expected[3 * one]! - expected[3 * other]!));
      const step = isDown * (seen[3 * one]! - seen[3 * other]!);
      [own, against] = [Math.max(own, step), Math.max(against, -step)];
    }
    if (all < reach) continue;
    judged += 1;
    // Streaks are steep both ways.
    if (own > hardL && own > hardTimes * planned && own > hardTimes * against) pixels.push(pixel);
  }
  return { pixels, share: judged > 4 * plan.pxPerMm ? pixels.length / judged : 0 };
}

/** Those of some px that lie away from the borders of bands. */
function awayFrom(plan: WorkPlan, pixels: readonly number[], borders: readonly { pixel: number }[]): number[] {
  const reach = Math.round(besideBorderMm * plan.pxPerMm);
  const near = new Set<number>();
  for (const { pixel } of borders)
    for (let dy = -reach; dy <= reach; dy++) for (let dx = -reach; dx <= reach; dx++) near.add(pixel + dy * plan.width + dx);
  return pixels.filter((pixel) => !near.has(pixel));
}

/** Streaks and blotches within an area, and steps between bands that are harder than planned. */
export function textureFindings(
  plan: WorkPlan,
  regions: ReadonlyMap<number, CheckedRegion>,
  { expected, seen, isWhite }: { expected: Float32Array; seen: Float32Array; isWhite: Uint8Array },
): CheckFinding[] {
  const findings: CheckFinding[] = [];
  for (const { label, coloured } of regions.values()) {
    const pixels = coloured.filter((pixel) => !isWhite[pixel]);
    if (pixels.length < leastMm2 * plan.pxPerMm ** 2 || pixels.length < 0.6 * coloured.length) continue;
    const isOf = new Uint8Array(plan.labels.length);
    for (const pixel of pixels) isOf[pixel] = 1;
    const borders = bordersOf(plan, pixels, isOf);
    const spread = streakinessL(plan, pixels, { expected, seen });
    const hard = hardSteps(plan, borders, isOf, { expected, seen });
    // Streaks along a border look like a hard step there, and go on away from it.
    // What is rough anyway, and nowhere but there, is a hard step sooner.
    const least = spread > streakL ? hardShareOfRough : hardShare;
    const isHard = hard.share > least && streakinessL(plan, awayFrom(plan, pixels, borders), { expected, seen }) <= streakL;
    if (isHard) findings.push(findingAt(plan, 'hardStep', [label], hard.pixels, hard.share));
    else if (spread > streakL) findings.push(findingAt(plan, 'streak', [label], pixels, spread / (2 * streakL)));
  }
  return findings;
}
