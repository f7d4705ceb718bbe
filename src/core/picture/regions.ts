import { type Basins, floodBasins } from './basins';
import { chamferDistance } from './distance';
import { assertRaster, at, type BinaryImage } from './image';

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

export type FoundRegion = {
  id: number;
  areaPx: number;
  /** Left, top, width, height in px. */
  bounds: [number, number, number, number];
  /** Column and row of the pixel farthest from the lines. */
  insidePx: [number, number];
  touchesEdge: boolean;
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
  /** Pairs of labels with a common border and its length in px edges. */
  adjacency: { labels: [number, number]; lengthPx: number }[];
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
    const basin = at(basins.basinOfPixel, i);
    if (basin >= 0) rim[basin] = (rim[basin] as number) + 1;
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
  const labels = new Uint16Array(width * height);
  const isPaper = new Uint8Array(width * height);
  for (let i = 0; i < labels.length; i++) {
    const basin = at(basins.basinOfPixel, i);
    const label = basin < 0 ? undefined : labelOfBasin[basin];
    if (label === undefined) continue;
    labels[i] = label;
    isPaper[i] = 1;
  }
  chamferDistance(isPaper, width, height, labels);
  tell('Measuring the areas', 0.9);
  const count = labelOfBasin.reduce<number>((most, label) => Math.max(most, label ?? 0), 0);
  const regions = measure(labels, distance, width, height, count);
  const closings = basins.necks.flatMap(({ xPx, yPx, widthPx, basins: [first, second] }) => {
    const pair: [number | undefined, number | undefined] = [labelOfBasin[first], labelOfBasin[second]];
    return pair[0] === undefined || pair[1] === undefined || pair[0] === pair[1]
      ? []
      : [{ xPx, yPx, widthPx, labels: [pair[0], pair[1]] as [number, number] }];
  });
  return { width, height, labels, count, regions, closings, adjacency: findAdjacency(labels, width, height) };
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

function measure(labels: Uint16Array, distance: Uint16Array, width: number, height: number, count: number): FoundRegion[] {
  const area = new Uint32Array(count + 1);
  const left = new Uint32Array(count + 1).fill(width);
  const top = new Uint32Array(count + 1).fill(height);
  const right = new Uint32Array(count + 1);
  const bottom = new Uint32Array(count + 1);
  const inside = new Int32Array(count + 1).fill(-1);
  const edge = new Uint8Array(count + 1);
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const i = row * width + column;
      const label = at(labels, i);
      area[label] = at(area, label) + 1;
      if (column < at(left, label)) left[label] = column;
      if (column > at(right, label)) right[label] = column;
      if (row < at(top, label)) top[label] = row;
      if (row > at(bottom, label)) bottom[label] = row;
      if (row === 0 || column === 0 || row === height - 1 || column === width - 1) edge[label] = 1;
      const best = at(inside, label);
      if (best < 0 || at(distance, i) > at(distance, best)) inside[label] = i;
    }
  }
  return Array.from({ length: count }, (_, index) => {
    const id = index + 1;
    const deepest = Math.max(0, at(inside, id));
    return {
      id,
      areaPx: at(area, id),
      bounds: [at(left, id), at(top, id), at(right, id) - at(left, id) + 1, at(bottom, id) - at(top, id) + 1],
      insidePx: [deepest % width, Math.floor(deepest / width)],
      touchesEdge: at(edge, id) === 1,
    };
  });
}

function findAdjacency(labels: Uint16Array, width: number, height: number): FoundRegions['adjacency'] {
  const lengths = new Map<number, number>();
  const note = (first: number, second: number) => {
    if (first === second) return;
    const key = first < second ? first * 65536 + second : second * 65536 + first;
    lengths.set(key, (lengths.get(key) ?? 0) + 1);
  };
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const i = row * width + column;
      if (column + 1 < width) note(at(labels, i), at(labels, i + 1));
      if (row + 1 < height) note(at(labels, i), at(labels, i + width));
    }
  }
  return [...lengths]
    .map(([key, lengthPx]) => ({ labels: [Math.floor(key / 65536), key % 65536] as [number, number], lengthPx }))
    .sort((a, b) => a.labels[0] - b.labels[0] || a.labels[1] - b.labels[1]);
}
