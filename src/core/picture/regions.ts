import { type Basins, type FloodOptions, floodBasins, floodReach } from '#core/raster/basins';
import { findDeepestPlaces } from '#core/raster/deepest-places';
import { assertRaster, type BinaryImage } from '#core/raster/image';
import { type Adjacency, type FoundRegion, measureRegions } from './measure-regions';
import { forEachStretch, type NearDistance, nearDistance } from '#core/raster/near-distance';
import { passageTest } from './passages';
import { RunList } from '#core/raster/runs';
import { spreadLabels } from '#core/raster/spread-labels';

export type FindRegionsOptions = {
  /** Widest break of a line that is closed, in mm; needs pxPerMm. Default 0.8 mm. */
  maxGapMm?: number;
  /** The same in px; goes before maxGapMm. Default 10 px where pxPerMm is not known. */
  maxGapPx?: number;
  /** Enclosed areas under this many px are given to their neighbours. Default 0.35 mm2, what a nib can still fill by itself, or 16 px. */
  leastAreaPx?: number;
  /** Told between the stages, with the share done (0 to 1). */
  onProgress?: (stage: string, share: number) => void;
};

export type FoundRegions = {
  width: number;
  height: number;
  /** 0 = paper outside, 1..count; every pixel has one, line pixels that of the nearest region, so that colour runs under the line. */
  labels: Uint16Array;
  count: number;
  regions: FoundRegion[];
  /** Breaks of a line that were closed: where, how wide, between which labels. */
  closings: { xPx: number; yPx: number; widthPx: number; labels: [number, number] }[];
  /** Pairs of labels with a common border, and its length. */
  adjacency: Adjacency;
};

/** Lines nearer to each other than this share of the widest break were meant to touch, whatever their shape. */
const leastPassageShare = 0.45;

/** Beyond every label: what becomes line. */
const none = 65536;

/** A basin is the outside when it holds at least this share of the picture's rim. */
const outsideShareOfRim = 1 / 8;

function gapPx(lines: BinaryImage, { maxGapPx, maxGapMm }: FindRegionsOptions): number {
  const gap = maxGapPx ?? (lines.pxPerMm === undefined ? 10 : (maxGapMm ?? 0.8) * lines.pxPerMm);
  if (!(gap >= 0 && gap <= 1000)) throw new RangeError(`findRegions expects a gap of 0 to 1000 px, got ${gap}`);
  return gap;
}

/** How many pixels of the picture's rim each basin holds. */
function rimPixels(basins: Basins, width: number, height: number): number[] {
  const rim = basins.areasPx.map(() => 0);
  const count = (i: number) => {
    const basin = basins.basinOfNumber[basins.floodNumbers[i] as number] as number;
    if (basin < 0) return;
    rim[basin] = (rim[basin] as number) + 1;
  };
  for (let column = 0; column < width; column++) {
    count(column);
    if (height > 1) count((height - 1) * width + column);
  }
  for (let row = 1; row < height - 1; row++) {
    count(row * width);
    if (width > 1) count(row * width + width - 1);
  }
  return rim;
}

/** Small basins go to the neighbour beyond their widest neck, or, when enclosed, to the lines (-1), from where the nearest region takes them. */
function mergeSpecks(basins: Basins, leastAreaPx: number): number[] {
  const target = basins.areasPx.map((_, basin) => basin);
  const widest = new Map<number, { width: number; other: number }>();
  for (const { basins: pair, widthPx } of basins.necks) {
    for (const [own, other] of [pair, [pair[1], pair[0]]] as [number, number][]) {
      if (widthPx > (widest.get(own)?.width ?? 0)) widest.set(own, { width: widthPx, other });
    }
  }
  basins.areasPx.forEach((area, basin) => {
    if (area >= leastAreaPx) return;
    const other = widest.get(basin)?.other;
    target[basin] = other !== undefined && (basins.areasPx[other] as number) >= leastAreaPx ? other : -1;
  });
  return target;
}

/**
 * Closed areas of a line image, small breaks of the line closed. Stages: distance to the lines, flooding, outside, lines
 * given to the nearest region, measures.
 * @throws RangeError when the raster or an option is out of range, or when the picture falls into more than 65535 areas.
 */
export function findRegions(lines: BinaryImage, options: FindRegionsOptions = {}): FoundRegions {
  assertRaster(lines, 'findRegions');
  const { width, height } = lines;
  const maxGapPx = gapPx(lines, options);
  const leastAreaPx = options.leastAreaPx ?? (lines.pxPerMm === undefined ? 16 : Math.max(4, 0.35 * lines.pxPerMm ** 2));
  const tell = options.onProgress ?? (() => {});
  tell('Measuring how far the lines are', 0.1);
  const isBetweenSides = passageTest(lines);
  const flood: FloodOptions = {
    maxGapPx,
    peakToNeck: 1.6,
    leastAreaPx: Math.max(leastAreaPx, 0.6 * maxGapPx ** 2),
    isPassage: (xPx, yPx, radiusPx) => radiusPx > leastPassageShare * (maxGapPx / 2) && isBetweenSides(xPx, yPx, radiusPx),
  };
  const near = nearDistance(lines.data, width, height, floodReach(flood));
  tell('Flooding the areas', 0.35);
  const basins = floodBasins(near, flood);
  const target = mergeSpecks(basins, leastAreaPx);
  tell('Running the colour under the lines', 0.7);
  const rim = rimPixels(basins, width, height);
  const rimLength = Math.max(1, 2 * (width + height) - 4);
  const labelOfBasin = numberRegions(target, (basin) => (rim[basin] as number) / rimLength >= outsideShareOfRim);
  const count = labelOfBasin.reduce<number>((most, label) => Math.max(most, label ?? 0), 0);
  const labels = paint(basins, labelOfBasin, near);
  tell('Measuring the areas', 0.9);
  const { regions, adjacency } = measureRegions(labels, { width, height, count }, findDeepestPlaces(labels, near, count));
  const closings = basins.necks.flatMap(({ xPx, yPx, widthPx, basins: [first, second] }) => {
    const pair: [number | undefined, number | undefined] = [labelOfBasin[first], labelOfBasin[second]];
    return pair[0] === undefined || pair[1] === undefined || pair[0] === pair[1]
      ? []
      : [{ xPx, yPx, widthPx, labels: [pair[0], pair[1]] as [number, number] }];
  });
  return { width, height, labels, count, regions, closings, adjacency };
}

/** Label of every basin in reading order of its first pixel: 0 outside, undefined for what becomes line. */
function numberRegions(target: number[], isOutside: (basin: number) => boolean): (number | undefined)[] {
  let next = 0;
  const own = target.map((to, basin) => {
    if (to !== basin) return undefined;
    if (isOutside(basin)) return 0;
    next++;
    return next;
  });
  if (next > 65535) throw new RangeError(`findRegions holds 65535 areas at the most, this picture falls into ${next}: are these lines?`);
  return target.map((to) => (to < 0 ? undefined : own[to]));
}

/** Labels of all pixels: those of the basins, and on lines and merged specks that of the nearest basin. */
function paint({ floodNumbers, basinOfNumber }: Basins, labelOfBasin: readonly (number | undefined)[], near: NearDistance): Uint16Array {
  const table = Int32Array.from(basinOfNumber, (basin) => labelOfBasin[basin] ?? none);
  const labels = new Uint16Array(near.width * near.height);
  const without = new RunList();
  forEachStretch(
    near,
    (start, end) => paintStretch(labels, floodNumbers, table, start, end, without),
    (start, end) => {
      const label = table[floodNumbers[start] as number] as number;
      if (label === none) without.add(start, end);
      else labels.fill(label, start, end);
    },
  );
  spreadLabels(labels, without.all(), near.width, near.height);
  return labels;
}

/** Paints a stretch of pixels; those without a label are listed. */
function paintStretch(
  labels: Uint16Array,
  floodNumbers: Int32Array,
  table: Int32Array,
  start: number,
  end: number,
  without: RunList,
): void {
  let open = -1;
  for (let i = start; i < end; i++) {
    const label = table[floodNumbers[i] as number] as number;
    if (label === none) {
      if (open < 0) open = i;
      continue;
    }
    labels[i] = label;
    if (open < 0) continue;
    without.add(open, i);
    open = -1;
  }
  if (open >= 0) without.add(open, end);
}
