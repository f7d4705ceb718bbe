import type { WorkPlan } from './checked-plan';

/** What is known of an area: its px away from lines, and of those that are to be coloured. */
export type CheckedRegion = {
  label: number;
  pixels: number[];
  /** Those of them that the plan colours so that a photo shows it. */
  coloured: number[];
};

type Lab = readonly [number, number, number];
export const labAt = (lab: Float32Array, pixel: number): Lab => [lab[3 * pixel]!, lab[3 * pixel + 1]!, lab[3 * pixel + 2]!];
export const apartLab = (one: Lab, other: Lab): number => Math.hypot(one[0] - other[0], one[1] - other[1], one[2] - other[2]);
/** How far a colour lies from bare paper. */
export const inkOf = ([L, a, b]: Lab): number => Math.hypot(Math.max(0, 100 - L), a, b);

export function meanLab(lab: Float32Array, pixels: readonly number[]): Lab {
  const sum = [0, 0, 0];
  for (const pixel of pixels) for (const at of [0, 1, 2]) sum[at]! += lab[3 * pixel + at]!;
  return sum.map((own) => own / Math.max(1, pixels.length)) as unknown as Lab;
}

/** The value under which a share of values lies. */
export function shareOf(values: readonly number[], share: number): number {
  const sorted = [...values].sort((one, other) => one - other);
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(share * (sorted.length - 1))))] ?? 0;
}

/** Less ink than this a photo does not show for sure. */
export const leastInk = 12;

/** The areas of a plan, by their numbers. */
export function checkedRegions(plan: WorkPlan, expected: Float32Array, isSeen: Uint8Array): Map<number, CheckedRegion> {
  const regions = new Map<number, CheckedRegion>();
  for (let pixel = 0; pixel < plan.labels.length; pixel++) {
    const label = plan.labels[pixel]!;
    if (label === 0 || plan.isLine[pixel] || !isSeen[pixel]) continue;
    const own = regions.get(label) ?? { label, pixels: [], coloured: [] };
    regions.set(label, own);
    own.pixels.push(pixel);
    if (!plan.isKept[pixel] && inkOf(labAt(expected, pixel)) >= leastInk) own.coloured.push(pixel);
  }
  return regions;
}

/** The palest ink that is planned in an area: of a twentieth of it. */
export function palestInk(plan: WorkPlan, region: CheckedRegion | undefined, expected: Float32Array): number {
  const inks = (region?.pixels ?? []).flatMap((pixel) => (plan.isKept[pixel] ? [] : [inkOf(labAt(expected, pixel))]));
  return shareOf(inks, 0.05);
}

/** Hues so near in CIELAB a and b are of one ladder. */
const oneColour = 12;

/** An area and those that are planned in its colour, light or dark. */
export function inItsColour(regions: ReadonlyMap<number, CheckedRegion>, label: number, expected: Float32Array): CheckedRegion[] {
  const meanOf = ({ coloured }: CheckedRegion) => meanLab(expected, coloured);
  const region = regions.get(label);
  if (!region) return [];
  const [, a, b] = meanOf(region);
  return [...regions.values()].filter((other) => {
    const [, otherA, otherB] = meanOf(other);
    return other === region || (other.coloured.length > 0 && Math.hypot(a - otherA, b - otherB) < oneColour);
  });
}

/** Ink that is planned at all: paler is paper. */
const plannedInk = 2;
/** Fewer mm2 of ink that a photo shows say nothing. */
const leastJudgedMm2 = 1;

/** Numbers of areas that are to be coloured, but so palely or so small that a photo cannot tell. */
export function notJudged(plan: WorkPlan, regions: ReadonlyMap<number, CheckedRegion>, expected: Float32Array): number[] {
  return [...regions.values()].flatMap(({ label, pixels, coloured }) =>
    coloured.length < leastJudgedMm2 * plan.pxPerMm ** 2 &&
    pixels.some((pixel) => !plan.isKept[pixel] && inkOf(labAt(expected, pixel)) > plannedInk)
      ? [label]
      : [],
  );
}

/** Correlation of two rows of numbers (Pearson 1896), -1 to 1; 0 where one of them does not change. */
export function correlation(one: readonly number[], other: readonly number[]): number {
  const mean = (values: readonly number[]) => values.reduce((sum, own) => sum + own, 0) / Math.max(1, values.length);
  const [a, b] = [mean(one), mean(other)];
  let [ab, aa, bb] = [0, 0, 0];
  for (const [index, own] of one.entries()) {
    const [da, db] = [own - a, other[index]! - b];
    [ab, aa, bb] = [ab + da * db, aa + da * da, bb + db * db];
  }
  return aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : 0;
}
