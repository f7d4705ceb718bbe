import { type Basins, floodBasins } from './basins';
import { chamferDistance } from './distance';
import { assertRaster, type BinaryImage } from './image';
import { type Adjacency, type FoundRegion, measureRegions } from './measure-regions';

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
    const flooded = basins.basinOfPixel[i] as number;
    if (flooded < 0) return;
    const basin = basins.numberOf[flooded] as number;
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
  const distance = chamferDistance(lines.data, width, height);
  tell('Flooding the areas', 0.35);
  const basins = floodBasins(distance, width, height, {
    maxGapPx,
    peakToNeck: 1.6,
    leastAreaPx: Math.max(leastAreaPx, 0.6 * maxGapPx ** 2),
  });
  const target = mergeSpecks(basins, leastAreaPx);
  tell('Running the colour under the lines', 0.7);
  const rim = rimPixels(basins, width, height);
  const rimLength = Math.max(1, 2 * (width + height) - 4);
  const labelOfBasin = numberRegions(target, (basin) => (rim[basin] as number) / rimLength >= outsideShareOfRim);
  const count = labelOfBasin.reduce<number>((most, label) => Math.max(most, label ?? 0), 0);
  const labels = paint(basins, labelOfBasin, width, height);
  tell('Measuring the areas', 0.9);
  const { regions, adjacency } = measureRegions(labels, distance, { width, height, count });
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
function paint(
  { basinOfPixel, numberOf }: Basins,
  labelOfBasin: readonly (number | undefined)[],
  width: number,
  height: number,
): Uint16Array {
  const none = 65536;
  const table = numberOf.map((basin) => labelOfBasin[basin] ?? none);
  const labels = new Uint16Array(width * height);
  const isPaper = new Uint8Array(width * height);
  for (let i = 0; i < labels.length; i++) {
    const flooded = basinOfPixel[i] as number;
    if (flooded < 0) continue;
    const label = table[flooded] as number;
    if (label === none) continue;
    labels[i] = label;
    isPaper[i] = 1;
  }
  chamferDistance(isPaper, width, height, labels);
  return labels;
}
