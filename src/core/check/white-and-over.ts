import { labelComponents } from '#core/raster/components';
import type { CheckFinding } from './check-finding';
import type { WorkPlan } from './checked-plan';
import { apartLab, type CheckedRegion, inkOf, labAt, meanLab } from './region-statistics';

/** Smaller than this, in mm2, nobody sees it on a card. */
export const leastMm2 = { white: 1, over: 1.2 } as const;
/** So much of the ink that is planned is missing where it is white. */
const whiteShare = 0.42;
/** What has more ink than this is no bare paper; of a white spot so much is. */
const [paperInk, leastPaperShare] = [9, 0.3] as const;
/** An area is not coloured at all where so much of it is white. */
const uncolouredShare = 0.8;
/** Paper that has so much ink is coloured. */
export const overInk = 13;
/** Ink over a line begins no farther from it than this, in mm. */
const besideMm = 1.2;
/** Inks that lie no farther from each other than this may be one. */
const sameInk = 6;

type Lab = ReturnType<typeof labAt>;

/** Parts of a mask that hang together, as lists of px. */
export function partsOfMask(mask: Uint8Array, width: number): number[][] {
  const { labels, count } = labelComponents({ width, height: mask.length / width, data: mask }, { connectivity: 8 });
  const parts: number[][] = Array.from({ length: count }, () => []);
  for (let pixel = 0; pixel < mask.length; pixel++) if (labels[pixel]! > 0) parts[labels[pixel]! - 1]!.push(pixel);
  return parts;
}

/** A finding about some px of a plan. */
export function findingAt(
  plan: WorkPlan,
  kind: CheckFinding['kind'],
  labels: readonly number[],
  pixels: readonly number[],
  sureness: number,
): CheckFinding {
  const [x, y] = pixels.reduce(([sx, sy], pixel) => [sx + (pixel % plan.width) + 0.5, sy + Math.floor(pixel / plan.width) + 0.5] as const, [
    0, 0,
  ] as readonly [number, number]);
  const count = Math.max(1, pixels.length);
  return {
    ...{ kind, labels: [...labels], xMm: x / count / plan.pxPerMm, yMm: y / count / plan.pxPerMm },
    ...{ areaMm2: pixels.length / plan.pxPerMm ** 2, sureness: Math.max(0, Math.min(1, sureness)) },
  };
}

/** Places that are left white where ink is planned, and areas that are not coloured at all. `isWhite` marks them. */
export function whiteFindings(
  plan: WorkPlan,
  regions: ReadonlyMap<number, CheckedRegion>,
  { expected, seen }: { expected: Float32Array; seen: Float32Array },
): { findings: CheckFinding[]; isWhite: Uint8Array } {
  const isWhite = new Uint8Array(plan.labels.length);
  const findings: CheckFinding[] = [];
  const perMm2 = plan.pxPerMm ** 2;
  for (const { label, coloured } of regions.values()) {
    const isPaper = (pixel: number) => inkOf(labAt(seen, pixel)) < paperInk;
    const white = coloured.filter((pixel) => inkOf(labAt(seen, pixel)) < whiteShare * inkOf(labAt(expected, pixel)));
    if (coloured.length < leastMm2.white * perMm2) continue;
    if (white.filter(isPaper).length >= uncolouredShare * coloured.length) {
      for (const pixel of white) isWhite[pixel] = 1;
      findings.push(findingAt(plan, 'uncoloured', [label], coloured, white.length / coloured.length));
      continue;
    }
    const mask = new Uint8Array(plan.labels.length);
    for (const pixel of white) mask[pixel] = 1;
    for (const part of partsOfMask(mask, plan.width)) {
      // Light where dark was planned is no white spot: its middle is bare paper.
      if (part.length < leastMm2.white * perMm2 || part.filter(isPaper).length < leastPaperShare * part.length) continue;
      for (const pixel of part) isWhite[pixel] = 1;
      findings.push(findingAt(plan, 'white', [label], part, Math.min(1, part.length / (2 * leastMm2.white * perMm2))));
    }
  }
  return { findings, isWhite };
}

/** The area next to a part of a mask, beside its own: over lines, no farther than said; with how many px of it lie so near. */
function neighboursOf(plan: WorkPlan, part: readonly number[], reachPx: number): Map<number, number> {
  const found = new Map<number, number>();
  const own = plan.labels[part[0]!]!;
  const step = Math.max(1, Math.floor(part.length / 400));
  for (let index = 0; index < part.length; index += step) {
    const [x, y] = [part[index]! % plan.width, Math.floor(part[index]! / plan.width)];
    for (let dy = -reachPx; dy <= reachPx; dy++) {
      for (let dx = -reachPx; dx <= reachPx; dx++) {
        const [px, py] = [x + dx, y + dy];
        if (dx * dx + dy * dy > reachPx * reachPx || px < 0 || py < 0 || px >= plan.width || py >= plan.height) continue;
        const label = plan.labels[py * plan.width + px]!;
        if (label !== own && label > 0) found.set(label, (found.get(label) ?? 0) + 1);
      }
    }
  }
  return found;
}

/** 1 where the photo shows ink and the plan has bare paper, away from lines. */
export function inkOnPaper(
  plan: WorkPlan,
  { expected, seen, isSeen }: { expected: Float32Array; seen: Float32Array; isSeen: Uint8Array },
): Uint8Array {
  return Uint8Array.from(plan.labels, (_, pixel) =>
    plan.isLine[pixel] || !isSeen[pixel] || inkOf(labAt(expected, pixel)) > 5 ? 0 : inkOf(labAt(seen, pixel)) > overInk ? 1 : 0,
  );
}

/** Ink of an area that ran over its line: onto paper, or into a neighbour of another colour. */
export function overFindings(
  plan: WorkPlan,
  regions: ReadonlyMap<number, CheckedRegion>,
  { expected, seen, isSeen, isWhite }: { expected: Float32Array; seen: Float32Array; isSeen: Uint8Array; isWhite: Uint8Array },
): CheckFinding[] {
  const reachPx = Math.max(2, Math.ceil((besideMm + 0.6) * plan.pxPerMm));
  const least = leastMm2.over * plan.pxPerMm ** 2;
  const findings: CheckFinding[] = [];
  const onPaper = inkOnPaper(plan, { expected, seen, isSeen });
  const colours = new Map<number, Lab[]>();
  /** The inks of an area, band by band, as they are seen. */
  const coloursOf = (label: number): Lab[] => {
    const known = colours.get(label);
    if (known) return known;
    const byBand = new Map<number, number[]>();
    for (const pixel of regions.get(label)?.coloured ?? []) {
      const own = byBand.get(plan.bands[pixel]!) ?? [];
      byBand.set(plan.bands[pixel]!, own);
      own.push(pixel);
    }
    const own = [...byBand.values()].map((pixels) => meanLab(seen, pixels));
    colours.set(label, own);
    return own;
  };
  /** The area beside a part whose ink it has; of those with much the same ink the one that lies along most of it. */
  const sourceOf = (part: readonly number[]): { label: number; apart: number } | undefined => {
    const own = meanLab(seen, part);
    const near = [...neighboursOf(plan, part, reachPx)].flatMap(([label, contact]) => {
      const inks = coloursOf(label);
      return inks.length > 0 ? [{ label, contact, apart: Math.min(...inks.map((ink) => apartLab(ink, own))) }] : [];
    });
    const least = Math.min(...near.map(({ apart }) => apart));
    return near.filter(({ apart }) => apart <= least + sameInk).sort((one, other) => other.contact - one.contact)[0];
  };
  for (const part of partsOfMask(onPaper, plan.width)) {
    if (part.length < least) continue;
    const from = sourceOf(part);
    if (!from || from.apart > 45) continue;
    const into = plan.labels[part[0]!]!;
    findings.push(findingAt(plan, 'overLine', into > 0 ? [from.label, into] : [from.label], part, part.length / (2 * least)));
  }
  // Into a neighbour: what looks more like that neighbour's ink than like its own.
  for (const { label, coloured } of regions.values()) {
    const odd = coloured.filter((pixel) => !isWhite[pixel] && apartLab(labAt(seen, pixel), labAt(expected, pixel)) > 16);
    if (odd.length < least || odd.length > 0.5 * coloured.length) continue;
    const mask = new Uint8Array(plan.labels.length);
    for (const pixel of odd) mask[pixel] = 1;
    for (const part of partsOfMask(mask, plan.width)) {
      if (part.length < least) continue;
      const off = apartLab(meanLab(seen, part), meanLab(expected, part));
      const from = sourceOf(part);
      if (from && from.apart < 0.6 * off) findings.push(findingAt(plan, 'overLine', [from.label, label], part, part.length / (2 * least)));
    }
  }
  return findings;
}
