import { DisjointSet } from './disjoint-set';
import { chamferUnitsPerPx } from './distance';
import { at } from './image';

/** A narrow place at which two areas were kept apart: a break in the line that was closed. */
export type Neck = { xPx: number; yPx: number; widthPx: number; basins: [number, number] };

export type Basins = {
  /** Basin of every paper pixel, -1 on lines. Basins are numbered from 0 without holes. */
  basinOfPixel: Int32Array;
  areasPx: number[];
  necks: Neck[];
};

export type FloodOptions = {
  /** Widest break, in px, that is closed. */
  maxGapPx: number;
  /** Two areas stay apart only if both hold a disk at least this many times as wide as the neck between them. */
  peakToNeck: number;
  /** Least area in px both must have at the moment they meet. */
  leastAreaPx: number;
};

/** Pixels ordered from the deepest (farthest from a line) to the shallowest; lines are left out. Counting sort. */
function deepToShallow(distance: Uint16Array): Uint32Array {
  const starts = new Uint32Array(65537);
  for (let i = 0; i < distance.length; i++) starts[65536 - at(distance, i)] = at(starts, 65536 - at(distance, i)) + 1;
  const paperPixels = distance.length - at(starts, 65536);
  for (let bucket = 1; bucket < starts.length; bucket++) starts[bucket] = at(starts, bucket) + at(starts, bucket - 1);
  const order = new Uint32Array(paperPixels);
  for (let i = distance.length - 1; i >= 0; i--) {
    if (at(distance, i) === 0) continue;
    const bucket = 65536 - at(distance, i);
    starts[bucket] = at(starts, bucket) - 1;
    order[at(starts, bucket)] = i;
  }
  return order;
}

/**
 * Floods the paper from its deepest places to the lines. Where two basins meet they become one, unless the meeting place is a
 * neck: no wider than maxGapPx, and narrow beside both basins. So small breaks of the line are closed and tapering
 * shapes stay whole.
 * @param distance chamfer distance to the lines in fifths of a px, 0 on the lines.
 */
export function floodBasins(distance: Uint16Array, width: number, height: number, options: FloodOptions): Basins {
  const basinOfPixel = new Int32Array(width * height).fill(-1);
  const sets = new DisjointSet();
  const peaks: number[] = [];
  const areas: number[] = [];
  const necks = new Map<string, { pixel: number; depth: number; basins: [number, number] }>();
  const deepestNeck = (options.maxGapPx * chamferUnitsPerPx) / 2;

  const meet = (first: number, second: number, pixel: number): number => {
    const depth = at(distance, pixel);
    const peak = Math.min(peaks[first] as number, peaks[second] as number);
    const area = Math.min(areas[first] as number, areas[second] as number);
    if (depth <= deepestNeck && peak >= options.peakToNeck * depth && area >= options.leastAreaPx) {
      const key = first < second ? `${first} ${second}` : `${second} ${first}`;
      if (!necks.has(key)) necks.set(key, { pixel, depth, basins: [first, second] });
      return (areas[first] as number) >= (areas[second] as number) ? first : second;
    }
    const root = sets.join(first, second);
    peaks[root] = Math.max(peaks[first] as number, peaks[second] as number);
    areas[root] = (areas[first] as number) + (areas[second] as number);
    return root;
  };

  for (const pixel of deepToShallow(distance)) {
    const column = pixel % width;
    const row = (pixel - column) / width;
    let own = -1;
    for (let dy = -1; dy <= 1; dy++) {
      const y = row + dy;
      if (y < 0 || y >= height) continue;
      for (let dx = -1; dx <= 1; dx++) {
        const x = column + dx;
        if (x < 0 || x >= width) continue;
        const neighbour = at(basinOfPixel, y * width + x);
        if (neighbour < 0) continue;
        const root = sets.find(neighbour);
        if (own < 0) own = root;
        else if (root !== own) own = meet(own, root, pixel);
      }
    }
    if (own < 0) {
      own = sets.add();
      peaks.push(at(distance, pixel));
      areas.push(0);
    }
    basinOfPixel[pixel] = own;
    areas[own] = (areas[own] as number) + 1;
  }
  return numberBasins(basinOfPixel, sets, [...necks.values()], width);
}

function numberBasins(
  basinOfPixel: Int32Array,
  sets: DisjointSet,
  necks: { pixel: number; depth: number; basins: [number, number] }[],
  width: number,
): Basins {
  const numbers = new Map<number, number>();
  const areasPx: number[] = [];
  for (let i = 0; i < basinOfPixel.length; i++) {
    const basin = at(basinOfPixel, i);
    if (basin < 0) continue;
    const root = sets.find(basin);
    let number = numbers.get(root);
    if (number === undefined) {
      number = numbers.size;
      numbers.set(root, number);
      areasPx.push(0);
    }
    basinOfPixel[i] = number;
    areasPx[number] = (areasPx[number] as number) + 1;
  }
  const kept: Neck[] = [];
  for (const { pixel, depth, basins } of necks) {
    const first = numbers.get(sets.find(basins[0]));
    const second = numbers.get(sets.find(basins[1]));
    // Two basins kept apart here may have met in earnest at a wider place.
    if (first === undefined || second === undefined || first === second) continue;
    kept.push({
      xPx: (pixel % width) + 0.5,
      yPx: Math.floor(pixel / width) + 0.5,
      widthPx: (2 * depth) / chamferUnitsPerPx,
      basins: [first, second],
    });
  }
  return { basinOfPixel, areasPx, necks: kept };
}
