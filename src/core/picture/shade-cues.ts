import { type Outline, outlineOfInk } from '#core/raster/ink-outline';
import { usualPxPerMm } from '#core/raster/resolution';
import { labelComponents } from '#core/raster/components';
import { assertRaster, type BinaryImage } from '#core/raster/image';
import { type Branch, findBranches } from '#core/raster/skeleton';
import { runsOf } from '#core/raster/runs';
import { spreadLabels } from '#core/raster/spread-labels';

/** Marks by which the illustrator says where the dark goes: parallel strokes, or close dots. They divide no region. */
export type ShadeCue = {
  kind: 'hatching' | 'dots';
  /** Strokes or dots. */
  count: number;
  /** Left, top, width, height in px. */
  boundsPx: [number, number, number, number];
  /** Middle of the ink. */
  centrePx: [number, number];
  /** Direction of the strokes, 0 to 180 degrees clockwise from 12 o'clock. */
  directionDeg?: number;
  /** The concave hull of its ink, in px. */
  outlinePx: Outline;
  /** Pixel numbers (row x width + column) of its ink. */
  ink: Uint32Array;
};

type Stroke = {
  branch: number;
  /** Middle, unit direction, length; all in px. */
  x: number;
  y: number;
  dx: number;
  dy: number;
  lengthPx: number;
  attached: boolean;
};

type Dot = { label: number; x: number; y: number; areaPx: number };

/** What counts as a mark, in mm (common practice, no source; tried on open line drawings, see docs/eval-picture.md). */
const limits = {
  shortestStroke: 1,
  longestStroke: 14,
  mostHalfWidth: 0.45,
  /** Chord over length of a stroke that still counts as straight. */
  straightness: 0.93,
  widestSpacing: 2.1,
  closestSpacing: 0.3,
  mostTurnDeg: 11,
  mostLengthRatio: 2.3,
  mostSpacingRatio: 2.2,
  leastIsolated: 3,
  leastAttached: 4,
  largestDot: 1.2,
  smallestDotArea: 0.03,
  dotReach: 2.4,
  leastDots: 5,
  mostDotAreaRatio: 3.5,
} as const;

function strokesOf(branches: readonly Branch[], width: number, pxPerMm: number): Stroke[] {
  const strokes: Stroke[] = [];
  branches.forEach(({ pixels, freeFirst, freeLast, halfWidthPx, lengthPx }, branch) => {
    if (!(freeFirst || freeLast) || halfWidthPx > limits.mostHalfWidth * pxPerMm) return;
    const first = pixels[0] as number;
    const last = pixels.at(-1) as number;
    const dx = (last % width) - (first % width);
    const dy = Math.floor(last / width) - Math.floor(first / width);
    const chord = Math.hypot(dx, dy);
    // The skeleton stops half a width before each end.
    const whole = lengthPx + (freeFirst && freeLast ? 2 : 1) * halfWidthPx;
    if (whole < limits.shortestStroke * pxPerMm || whole > limits.longestStroke * pxPerMm) return;
    if (chord < 1 || chord < limits.straightness * lengthPx * 0.98) return;
    strokes.push({
      branch,
      x: ((first % width) + (last % width)) / 2 + 0.5,
      y: (Math.floor(first / width) + Math.floor(last / width)) / 2 + 0.5,
      dx: dx / chord,
      dy: dy / chord,
      lengthPx: whole,
      attached: !(freeFirst && freeLast),
    });
  });
  return strokes;
}

/** Whether two strokes lie side by side like teeth of a comb. */
function areSideBySide(first: Stroke, second: Stroke, pxPerMm: number): boolean {
  const cosine = Math.abs(first.dx * second.dx + first.dy * second.dy);
  if (cosine < Math.cos((limits.mostTurnDeg * Math.PI) / 180)) return false;
  const longer = Math.max(first.lengthPx, second.lengthPx);
  const shorter = Math.min(first.lengthPx, second.lengthPx);
  if (longer > limits.mostLengthRatio * shorter) return false;
  const offsetX = second.x - first.x;
  const offsetY = second.y - first.y;
  const aside = Math.abs(offsetX * first.dy - offsetY * first.dx);
  const along = Math.abs(offsetX * first.dx + offsetY * first.dy);
  if (aside > limits.widestSpacing * pxPerMm || aside < limits.closestSpacing * pxPerMm) return false;
  return (longer + shorter) / 2 - along > 0.4 * shorter;
}

/** Groups of things of which each is linked with another of its group. */
function linked<T>(things: readonly T[], areLinked: (first: T, second: T) => boolean): T[][] {
  const groups: T[][] = [];
  const left = new Set(things);
  for (const start of things) {
    if (!left.delete(start)) continue;
    const group = [start];
    for (const member of group) {
      for (const other of left) {
        if (!areLinked(member, other)) continue;
        left.delete(other);
        group.push(other);
      }
    }
    groups.push(group);
  }
  return groups;
}

/** Evenly spaced strokes of one hand: no gap much wider than the usual one. */
function isEven(group: readonly Stroke[]): boolean {
  const { dx, dy } = group[0] as Stroke;
  const places = group.map(({ x, y }) => x * dy - y * dx).sort((first, second) => first - second);
  const gaps = places.slice(1).map((place, index) => place - (places[index] as number));
  const usual = gaps.toSorted((first, second) => first - second)[Math.floor(gaps.length / 2)] as number;
  return gaps.every((gap) => gap <= limits.mostSpacingRatio * usual);
}

function isHatching(group: readonly Stroke[]): boolean {
  const attached = group.filter((stroke) => stroke.attached).length;
  const least = attached > group.length / 2 ? limits.leastAttached : limits.leastIsolated;
  return group.length >= least && isEven(group);
}

/** Bounds, middle and ink of marked pixels, by the number they carry. */
function cuesFromInk(
  groupOfPixel: Int32Array,
  { width, pxPerMm = usualPxPerMm }: BinaryImage,
  groups: number,
): Omit<ShadeCue, 'kind' | 'count'>[] {
  const inks = Array.from({ length: groups }, (): number[] => []);
  for (let i = 0; i < groupOfPixel.length; i++) {
    const group = groupOfPixel[i] as number;
    if (group > 0) inks[group - 1]?.push(i);
  }
  return inks.map((ink) => {
    const columns = ink.map((i) => i % width);
    const rows = ink.map((i) => Math.floor(i / width));
    const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length) + 0.5;
    const least = (values: number[]) => values.reduce((a, b) => Math.min(a, b), Number.POSITIVE_INFINITY);
    const most = (values: number[]) => values.reduce((a, b) => Math.max(a, b), 0);
    return {
      boundsPx: [least(columns), least(rows), most(columns) - least(columns) + 1, most(rows) - least(rows) + 1],
      centrePx: [mean(columns), mean(rows)],
      outlinePx: outlineOfInk(Uint32Array.from(ink), width, pxPerMm),
      ink: Uint32Array.from(ink),
    };
  });
}

function findHatching(lines: BinaryImage, pxPerMm: number): ShadeCue[] {
  const { width, height } = lines;
  const branches = findBranches(lines);
  const strokes = strokesOf(branches, width, pxPerMm);
  const groups = linked(strokes, (first, second) => areSideBySide(first, second, pxPerMm)).filter(isHatching);
  if (groups.length === 0) return [];
  // Ink belongs to the branch whose middle line is nearest; where lines meet it stays with the outline.
  const groupOfBranch = new Int32Array(branches.length);
  groups.forEach((group, index) => {
    for (const { branch } of group) groupOfBranch[branch] = index + 1;
  });
  const owner = new Int32Array(width * height);
  const middle = new Uint8Array(width * height);
  branches.forEach(({ pixels, freeFirst, freeLast, halfWidthPx }, branch) => {
    const guard = Math.ceil(1.7 * halfWidthPx);
    pixels.forEach((i, index) => {
      const onOutline = (!freeFirst && index < guard) || (!freeLast && index >= pixels.length - guard);
      owner[i] = onOutline ? 0 : (groupOfBranch[branch] as number);
      middle[i] = 1;
    });
  });
  spreadLabels(owner, runsOf(middle, width, false), width, height);
  const marked = owner.map((group, i) => (lines.data[i] ? group : 0));
  return cuesFromInk(marked, lines, groups.length).map((cue, index) => {
    const group = groups[index] as Stroke[];
    const { dx, dy } = group[0] as Stroke;
    const directionDeg = ((Math.atan2(dx, -dy) * 180) / Math.PI + 360) % 180;
    return { kind: 'hatching', count: group.length, directionDeg, ...cue };
  });
}

function findDots(lines: BinaryImage, pxPerMm: number): ShadeCue[] {
  const { width } = lines;
  const { labels, count, areasPx } = labelComponents(lines, { connectivity: 8 });
  const sumX = new Float64Array(count + 1);
  const sumY = new Float64Array(count + 1);
  const left = new Int32Array(count + 1).fill(width);
  const right = new Int32Array(count + 1);
  const top = new Int32Array(count + 1).fill(-1);
  const bottom = new Int32Array(count + 1);
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i] as number;
    if (label === 0) continue;
    const column = i % width;
    const row = (i - column) / width;
    sumX[label] = (sumX[label] as number) + column + 0.5;
    sumY[label] = (sumY[label] as number) + row + 0.5;
    if (column < (left[label] as number)) left[label] = column;
    if (column > (right[label] as number)) right[label] = column;
    if ((top[label] as number) < 0) top[label] = row;
    bottom[label] = row;
  }
  const dots: Dot[] = [];
  for (let label = 1; label <= count; label++) {
    const areaPx = areasPx[label] as number;
    const wide = (right[label] as number) - (left[label] as number) + 1;
    const tall = (bottom[label] as number) - (top[label] as number) + 1;
    const isRound = Math.max(wide, tall) <= 1.7 * Math.min(wide, tall) && areaPx >= 0.55 * wide * tall;
    if (!isRound || Math.max(wide, tall) > limits.largestDot * pxPerMm || areaPx < limits.smallestDotArea * pxPerMm ** 2) continue;
    dots.push({ label, x: (sumX[label] as number) / areaPx, y: (sumY[label] as number) / areaPx, areaPx });
  }
  const reach = limits.dotReach * pxPerMm;
  const groups = linked(
    dots,
    (first, second) =>
      Math.hypot(first.x - second.x, first.y - second.y) <= reach &&
      Math.max(first.areaPx, second.areaPx) <= limits.mostDotAreaRatio * Math.min(first.areaPx, second.areaPx),
  ).filter(({ length }) => length >= limits.leastDots);
  if (groups.length === 0) return [];
  const groupOfLabel = new Int32Array(count + 1);
  groups.forEach((group, index) => {
    for (const { label } of group) groupOfLabel[label] = index + 1;
  });
  const marked = labels.map((label) => groupOfLabel[label] as number);
  return cuesFromInk(marked, lines, groups.length).map((cue, index) => ({
    kind: 'dots',
    count: (groups[index] as Dot[]).length,
    ...cue,
  }));
}

/** Hatching (three or more parallel strokes, four when they hang on an outline) and stipple (five or more close dots) in line work. */
export function findShadeCues(lines: BinaryImage): ShadeCue[] {
  assertRaster(lines, 'findShadeCues');
  const pxPerMm = lines.pxPerMm ?? usualPxPerMm;
  return [...findHatching(lines, pxPerMm), ...findDots(lines, pxPerMm)];
}

/** Line work without the ink of its shade cues. */
export function withoutCues(lines: BinaryImage, cues: readonly ShadeCue[]): BinaryImage {
  const data = Uint8Array.from(lines.data);
  for (const { ink } of cues) for (const i of ink) data[i] = 0;
  return { ...lines, data };
}
