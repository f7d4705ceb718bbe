import type { CheckFinding } from './check-finding';
import type { WorkPlan } from './checked-plan';
import { apartLab, type CheckedRegion, correlation, leastInk, meanLab, palestInk, shareOf } from './region-statistics';
import { findingAt } from './white-and-over';

type Colours = { expected: Float32Array; seen: Float32Array; isWhite: Uint8Array };

/** Of an area less is not judged by its shade or hue, in mm2. */
const leastShadeMm2 = 6;
/** A planned range of lightness of less says nothing. */
const leastRangeL = 9;
/** The dark lies on another side where light and dark run against each other by so much. */
const againstPlan = -0.2;
/** The same where white spots are counted as light. */
const againstSurely = -0.35;
/** Of the planned range so much is flat. */
const flatShare = 0.45;
/** Hues differ from here on, in CIELAB a and b; or turn so far where both have so much chroma. */
const [hueApart, hueTurnDeg, hueChroma] = [17, 28, 12] as const;
/** Equal things are so unequal in L*. */
const unequalL = 5.5;
const range = (values: readonly number[]): number => shareOf(values, 0.92) - shareOf(values, 0.08);

/** A band is judged by no fewer mm2, and where it is to differ from the next by so much L*. */
const [leastBandMm2, bandStepL] = [4, 6] as const;
/** Of the planned step to the next band so much is none. */
const missingShare = 0.35;

/** The band that was left out: it looks like its neighbour. */
function missingBand(
  plan: WorkPlan,
  pixels: readonly number[],
  { expected, seen }: { expected: Float32Array; seen: Float32Array },
): { band: number; pixels: number[]; sureness: number } | null {
  const byBand = new Map<number, number[]>();
  for (const pixel of pixels) {
    const band = plan.bands[pixel]!;
    if (band > 0)
      byBand
        .set(band, byBand.get(band) ?? [])
        .get(band)
        ?.push(pixel);
  }
  const bands = [...byBand]
    .filter(([, own]) => own.length >= leastBandMm2 * plan.pxPerMm ** 2)
    .sort(([one], [other]) => one - other)
    .map(([band, own]) => ({ band, pixels: own, planned: meanLab(expected, own)[0], own: meanLab(seen, own)[0] }));
  for (const [index, darker] of bands.entries()) {
    const lighter = bands[index - 1];
    if (!lighter) continue;
    const planned = lighter.planned - darker.planned;
    const step = lighter.own - darker.own;
    if (planned < bandStepL || step > missingShare * planned) continue;
    // The one that strayed farther from its plan is the one that is missing.
    const strayed = Math.abs(darker.own - darker.planned) >= Math.abs(lighter.own - lighter.planned) ? darker : lighter;
    return { band: strayed.band, pixels: strayed.pixels, sureness: Math.min(1, 1 - step / planned) };
  }
  return null;
}

/** Where the dark lies on another side than planned, and where light and dark differ too little. */
export function shadeFindings(
  plan: WorkPlan,
  regions: ReadonlyMap<number, CheckedRegion>,
  { expected, seen, isWhite }: Colours,
): CheckFinding[] {
  const lightness = (lab: Float32Array, pixels: readonly number[]) => pixels.map((pixel) => lab[3 * pixel]!);
  return [...regions.values()].flatMap((region): CheckFinding[] => {
    const { label, coloured } = region;
    if (coloured.length < leastShadeMm2 * plan.pxPerMm ** 2) return [];
    if (palestInk(plan, region, expected) < leastInk) {
      // Its palest ink looks like paper: what is white there may be the light that was laid on the dark side, and what is paper in the plan may have the dark.
      const all = region.pixels.filter((pixel) => !plan.isKept[pixel]);
      const [planned, own] = [lightness(expected, all), lightness(seen, all)];
      const along = correlation(planned, own);
      if (along < againstSurely && range(planned) >= leastRangeL && range(own) > 0.4 * range(planned))
        return [findingAt(plan, 'wrongSide', [label], all, 0.5 - along / 2)];
    }
    const pixels = coloured.filter((pixel) => !isWhite[pixel]);
    if (pixels.length < leastShadeMm2 * plan.pxPerMm ** 2 || pixels.length < 0.6 * coloured.length) return [];
    const [planned, own] = [lightness(expected, pixels), lightness(seen, pixels)];
    const [plannedRange, ownRange] = [range(planned), range(own)];
    if (plannedRange < leastRangeL) return [];
    const along = correlation(planned, own);
    if (along < againstPlan && ownRange > 0.4 * plannedRange) return [findingAt(plan, 'wrongSide', [label], pixels, 0.5 - along / 2)];
    const missing = missingBand(plan, pixels, { expected, seen });
    // Where all but the missing band differ as planned, it is that band alone.
    const rest = missing ? pixels.filter((pixel) => plan.bands[pixel] !== missing.band) : pixels;
    const [plannedRest, ownRest] = [range(lightness(expected, rest)), range(lightness(seen, rest))];
    if (ownRange < flatShare * plannedRange && (plannedRest < bandStepL || ownRest < flatShare * plannedRest))
      return [findingAt(plan, 'flat', [label], pixels, 1 - ownRange / plannedRange)];
    return missing ? [{ ...findingAt(plan, 'flat', [label], missing.pixels, missing.sureness), band: missing.band }] : [];
  });
}

const turnDeg = (one: readonly number[], other: readonly number[]): number => {
  const apart = Math.abs(Math.atan2(one[2]!, one[1]!) - Math.atan2(other[2]!, other[1]!));
  return (Math.min(apart, 2 * Math.PI - apart) * 180) / Math.PI;
};

/** Areas whose hue is another than planned, neighbours that do not part though they should, and equal things of unequal depth. */
export function hueFindings(
  plan: WorkPlan,
  regions: ReadonlyMap<number, CheckedRegion>,
  { expected, seen, isWhite }: Colours,
  beside: readonly (readonly [number, number])[],
): CheckFinding[] {
  const known = [...regions.values()].flatMap(({ label, coloured }) => {
    const pixels = coloured.filter((pixel) => !isWhite[pixel]);
    if (pixels.length < 0.5 * leastShadeMm2 * plan.pxPerMm ** 2 || pixels.length < 0.6 * coloured.length) return [];
    return [{ label, pixels, planned: meanLab(expected, pixels), own: meanLab(seen, pixels) }];
  });
  const byLabel = new Map(known.map((own) => [own.label, own]));
  const findings: CheckFinding[] = [];
  const together = new Set<number>();
  for (const [one, other] of beside) {
    const [a, b] = [byLabel.get(one), byLabel.get(other)];
    if (!a || !b) continue;
    const [planned, own] = [apartLab(a.planned, b.planned), apartLab(a.own, b.own)];
    if (planned < 14 || own > 0.3 * planned || own > 6) continue;
    // The one that strayed from its plan is what it is about.
    const strayed = apartLab(a.own, a.planned) > apartLab(b.own, b.planned) ? a : b;
    together.add(strayed.label);
    findings.push(findingAt(plan, 'notParted', [one, other], strayed.pixels, 1 - own / planned));
  }
  for (const { label, pixels, planned, own } of known) {
    if (together.has(label)) continue;
    const apart = Math.hypot(planned[1] - own[1], planned[2] - own[2]);
    const isTurned =
      Math.min(Math.hypot(planned[1], planned[2]), Math.hypot(own[1], own[2])) > hueChroma && turnDeg(planned, own) > hueTurnDeg;
    if (apart > hueApart || (isTurned && apart > 0.6 * hueApart))
      findings.push({ ...findingAt(plan, 'otherHue', [label], pixels, apart / (2 * hueApart)), seenLab: own });
  }
  const done = new Set<number>();
  for (const first of known) {
    if (done.has(first.label)) continue;
    const equal = known.filter((own) => !done.has(own.label) && apartLab(own.planned, first.planned) < 2.5);
    for (const own of equal) done.add(own.label);
    if (equal.length < 3) continue;
    const middle = shareOf(
      equal.map(({ own, planned }) => own[0] - planned[0]),
      0.5,
    );
    for (const { label, pixels, own, planned } of equal) {
      const off = own[0] - planned[0] - middle;
      const hueOff = Math.hypot(planned[1] - own[1], planned[2] - own[2]);
      if (Math.abs(off) > unequalL && hueOff < hueApart)
        findings.push(findingAt(plan, 'unequal', [label], pixels, Math.abs(off) / (2 * unequalL)));
    }
  }
  return findings;
}

/** Areas that touch over a line, each pair once. */
export function touchingLabels(plan: WorkPlan): [number, number][] {
  const reach = Math.max(2, Math.round(1.1 * plan.pxPerMm));
  const pairs = new Map<string, { pair: [number, number]; count: number }>();
  const add = (one: number, other: number) => {
    if (one === other || one === 0 || other === 0) return;
    const pair: [number, number] = one < other ? [one, other] : [other, one];
    const known = pairs.get(pair.join());
    if (known) known.count += 1;
    else pairs.set(pair.join(), { pair, count: 1 });
  };
  for (let row = 0; row < plan.height; row++) {
    for (let column = 0; column < plan.width; column++) {
      const own = plan.labels[row * plan.width + column]!;
      if (column + reach < plan.width) add(own, plan.labels[row * plan.width + column + reach]!);
      if (row + reach < plan.height) add(own, plan.labels[(row + reach) * plan.width + column]!);
    }
  }
  return [...pairs.values()].filter(({ count }) => count >= 4 * plan.pxPerMm).map(({ pair }) => pair);
}
