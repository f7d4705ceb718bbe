import type { CheckFinding } from './check-finding';
import type { WorkPlan } from './checked-plan';
import { type CheckedRegion, shareOf } from './region-statistics';
import { findingAt } from './white-and-over';

/** Lightness is held against its surroundings of this radius, in mm. */
const roundMm = 1.4;
/** A streak or blotch stands out of its surroundings by so much L* on average, beyond what the plan has there. */
export const streakL = 1.5;
const leastMm2 = 10;
/** A step across a border of bands is hard when it is so much harder than planned, in L* over `acrossMm`. */
const [hardL, acrossMm] = [5, 1] as const;
/** Over so much of the border. */
const hardShare = 0.5;

/** How far each value of a mask lies from the mean of those round it of the same mask. */
function rough(values: Float32Array, isOf: Uint8Array, { width, height }: { width: number; height: number }, reach: number): Float32Array {
  // Sums along rows, then down columns: a square is near enough to a disc.
  const sums = new Float64Array((width + 1) * (height + 1));
  const counts = new Float64Array((width + 1) * (height + 1));
  for (let row = 0; row < height; row++) {
    let [sum, count] = [0, 0];
    for (let column = 0; column < width; column++) {
      const pixel = row * width + column;
      if (isOf[pixel]) [sum, count] = [sum + values[pixel]!, count + 1];
      const at = (row + 1) * (width + 1) + column + 1;
      sums[at] = sums[at - width - 1]! + sum;
      counts[at] = counts[at - width - 1]! + count;
    }
  }
  const found = new Float32Array(width * height);
  for (let row = 0; row < height; row++) {
    const [top, bottom] = [Math.max(0, row - reach) * (width + 1), Math.min(height, row + reach + 1) * (width + 1)];
    for (let column = 0; column < width; column++) {
      const pixel = row * width + column;
      if (!isOf[pixel]) continue;
      const [left, right] = [Math.max(0, column - reach), Math.min(width, column + reach + 1)];
      const of = (table: Float64Array) => table[bottom + right]! - table[bottom + left]! - table[top + right]! + table[top + left]!;
      found[pixel] = values[pixel]! - of(sums) / Math.max(1, of(counts));
    }
  }
  return found;
}

/** How streaky some px are, in L*: seven of ten lie no farther than this from those round them, beyond what the plan has there. */
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
  const box = { width: right - left + 1, height: bottom - top + 1 };
  const placeOf = (pixel: number) => (Math.floor(pixel / plan.width) - top) * box.width + (pixel % plan.width) - left;
  const isOf = new Uint8Array(box.width * box.height);
  // What differs from the plan: its own shading is no streak.
  const off = new Float32Array(isOf.length);
  for (const pixel of pixels) {
    const at = placeOf(pixel);
    isOf[at] = 1;
    off[at] = seen[3 * pixel]! - expected[3 * pixel]!;
  }
  const roughness = rough(off, isOf, box, Math.max(2, Math.round(roundMm * plan.pxPerMm)));
  return shareOf(
    pixels.map((pixel) => Math.abs(roughness[placeOf(pixel)]!)),
    0.7,
  );
}

/** Streaks and blotches within an area, and steps between bands that are harder than planned. */
export function textureFindings(
  plan: WorkPlan,
  regions: ReadonlyMap<number, CheckedRegion>,
  { expected, seen, isWhite }: { expected: Float32Array; seen: Float32Array; isWhite: Uint8Array },
): CheckFinding[] {
  const findings: CheckFinding[] = [];
  const reach = Math.max(1, Math.round((acrossMm / 2) * plan.pxPerMm));
  for (const { label, coloured } of regions.values()) {
    const pixels = coloured.filter((pixel) => !isWhite[pixel]);
    if (pixels.length < leastMm2 * plan.pxPerMm ** 2 || pixels.length < 0.6 * coloured.length) continue;
    const isOf = new Uint8Array(plan.labels.length);
    for (const pixel of pixels) isOf[pixel] = 1;
    const steps: { pixel: number; hard: number }[] = [];
    for (const pixel of pixels) {
      for (const step of [reach, reach * plan.width]) {
        const [one, other] = [pixel - step, pixel + step];
        if (!isOf[one] || !isOf[other] || plan.bands[one] === plan.bands[other] || plan.bands[one] === 0 || plan.bands[other] === 0)
          continue;
        const planned = Math.abs(expected[3 * one]! - expected[3 * other]!);
        const own = Math.abs(seen[3 * one]! - seen[3 * other]!);
        steps.push({ pixel, hard: own - 1.6 * planned });
      }
    }
    const hard = steps.filter((own) => own.hard > hardL);
    if (steps.length > 4 * plan.pxPerMm && hard.length > hardShare * steps.length) {
      findings.push(
        findingAt(
          plan,
          'hardStep',
          [label],
          hard.map(({ pixel }) => pixel),
          hard.length / steps.length,
        ),
      );
      continue;
    }
    const spread = streakinessL(plan, pixels, { expected, seen });
    if (spread > streakL) findings.push(findingAt(plan, 'streak', [label], pixels, spread / (2 * streakL)));
  }
  return findings;
}
