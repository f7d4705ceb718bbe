import { BasinSets } from './basin-sets';
import { type Components, RunComponents } from './components';
import { chamferUnitsPerPx } from './distance';
import { forEachStretch, type NearDistance } from './near-distance';

/** A narrow place at which two areas were kept apart: a break in the line that was closed. */
export type Neck = { xPx: number; yPx: number; widthPx: number; basins: [number, number] };

export type Basins = {
  /** Of every paper pixel the number it had while flooding, 0 on lines: see basinOfNumber. */
  floodNumbers: Int32Array;
  /** Basin that a flood number belongs to in the end, -1 for 0. Basins are numbered from 0 without holes, in reading order. */
  basinOfNumber: Int32Array;
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
  /** Told a narrow place and its distance to the lines: whether areas join there all the same. Default: never. */
  isPassage?: (xPx: number, yPx: number, radiusPx: number) => boolean;
};

/** Places deeper than this, in fifths of a px, are too wide to be a neck. */
const deepestNeckOf = ({ maxGapPx }: FloodOptions) => Math.floor((maxGapPx * chamferUnitsPerPx) / 2);

/** How far from the lines a distance must tell depths apart, in fifths of a px, for floodBasins to answer as with the whole distance. */
export function floodReach(options: FloodOptions): number {
  return Math.ceil(options.peakToNeck * deepestNeckOf(options));
}

function neckAt(first: number, second: number, pixel: number, depth: number, width: number): Neck {
  return {
    xPx: (pixel % width) + 0.5,
    yPx: Math.floor(pixel / width) + 0.5,
    widthPx: (2 * depth) / chamferUnitsPerPx,
    basins: [Math.min(first, second), Math.max(first, second)],
  };
}

/** Necks, each once: its deepest pixel, as two areas touch all along a closed break. Deeper ones come first. */
class NeckList {
  private byPair = new Map<number, Neck[]>();
  readonly all: Neck[] = [];

  constructor(private maxGapPx: number) {}

  private keyOf({ basins }: Neck): number {
    return Math.min(...basins) * 2 ** 26 + Math.max(...basins);
  }

  /** Whether a meeting place is one more pixel of a neck that is in the list. */
  isKnown(neck: Neck): boolean {
    const known = this.byPair.get(this.keyOf(neck));
    return known?.some(({ xPx, yPx }) => Math.hypot(neck.xPx - xPx, neck.yPx - yPx) < 2 * this.maxGapPx) ?? false;
  }

  add(neck: Neck): void {
    this.all.push(neck);
    const known = this.byPair.get(this.keyOf(neck));
    if (known) known.push(neck);
    else this.byPair.set(this.keyOf(neck), [neck]);
  }

  /** The necks between basins as they are numbered in the end. */
  between(numberOf: (basin: number) => number): Neck[] {
    const numbered = new NeckList(this.maxGapPx);
    for (const neck of this.all) {
      const basins: [number, number] = [numberOf(neck.basins[0]), numberOf(neck.basins[1])];
      // Two basins kept apart here may have met in earnest at a wider place, or be the same as two of another neck.
      if (basins[0] !== basins[1] && !numbered.isKnown({ ...neck, basins })) numbered.add({ ...neck, basins });
    }
    return numbered.all;
  }
}

/** Notes of a stretch of pixels how many lie at each depth up to `deepest`, and how deep the numbered places beyond go. */
function countDepths(
  { distance }: NearDistance,
  start: number,
  end: number,
  { deepest, counts, numbers, peaks }: { deepest: number; counts: Uint32Array; numbers: Int32Array; peaks: Uint16Array },
): void {
  for (let i = start; i < end; i++) {
    const depth = distance[i] as number;
    if (depth <= deepest) counts[depth] = (counts[depth] as number) + 1;
    else {
      const number = numbers[i] as number;
      if (depth > (peaks[number] as number)) peaks[number] = depth;
    }
  }
}

/** Pixels at the depths from 1 to counts.length - 1, from the deepest to the shallowest, those of a depth in reading order. */
function deepToShallow({ distance, spans }: NearDistance, counts: Uint32Array): Uint32Array {
  const deepest = counts.length - 1;
  const next = new Uint32Array(deepest + 1);
  let total = 0;
  for (let depth = deepest; depth > 0; depth--) {
    next[depth] = total;
    total += counts[depth] as number;
  }
  const order = new Uint32Array(total);
  for (let span = 0; span < spans.length; span += 2) {
    const end = spans[span + 1] as number;
    for (let i = spans[span] as number; i < end; i++) {
      const depth = distance[i] as number;
      if (depth === 0 || depth > deepest) continue;
      const place = next[depth] as number;
      order[place] = i;
      next[depth] = place + 1;
    }
  }
  return order;
}

/** Components (8-connected) of the places deeper than `deepest`. */
function labelWidePlaces({ width, height, distance, spans, firstSpan }: NearDistance, deepest: number): Components {
  const components = new RunComponents(width, height, 8);
  for (let row = 0; row < height; row++) {
    components.beginRow();
    const rowStart = row * width;
    // First pixel of the run that is open, -1 while none is: what lies between two stretches is deep throughout.
    let open = rowStart;
    for (let span = firstSpan[row] as number; span < (firstSpan[row + 1] as number); span += 2) {
      const end = spans[span + 1] as number;
      for (let i = spans[span] as number; i < end; i++) {
        if ((distance[i] as number) > deepest) {
          if (open < 0) open = i;
          continue;
        }
        if (open >= 0 && i > open) components.add(open - rowStart, i - rowStart);
        open = -1;
      }
      if (open < 0) open = end;
    }
    if (open >= 0 && open < rowStart + width) components.add(open - rowStart, width);
  }
  return components.label();
}

/**
 * Floods the paper from its deepest places to the lines. Where two basins meet they become one, unless the meeting place is a
 * neck: no wider than maxGapPx, and narrow beside both basins. So small breaks of the line are closed and tapering
 * shapes stay whole. Places too wide to be a neck are joined whatever else, so only the rest is flooded in order of depth.
 * @param near distance to the lines, 0 on the lines, with a reach of at least `floodReach(options)`.
 */
export function floodBasins(near: NearDistance, options: FloodOptions): Basins {
  const { distance, width } = near;
  const deepestNeck = deepestNeckOf(options);
  const { labels: floodNumbers, count, areasPx, firstPx } = labelWidePlaces(near, deepestNeck);
  const peaks = new Uint16Array(count + 1);
  const counts = new Uint32Array(deepestNeck + 1);
  const notes = { deepest: deepestNeck, counts, numbers: floodNumbers, peaks };
  forEachStretch(
    near,
    (start, end) => countDepths(near, start, end, notes),
    (start) => countDepths(near, start, start + 1, notes),
  );
  const sets = new BasinSets(count);
  for (let basin = 1; basin <= count; basin++) {
    sets.set(basin, peaks[basin] as number, areasPx[basin] as number, firstPx[basin] as number);
  }
  const necks = new NeckList(options.maxGapPx);

  /** Joins two basins that meet at a pixel, and gives what they have become; 0 when the place is a neck that keeps them apart. */
  const meet = (first: number, second: number, pixel: number): number => {
    const depth = distance[pixel] as number;
    const peak = Math.min(sets.peak(first), sets.peak(second));
    const area = Math.min(sets.area(first), sets.area(second));
    if (peak < options.peakToNeck * depth || area < options.leastAreaPx) return sets.join(first, second);
    const neck = neckAt(first, second, pixel, depth, width);
    if (necks.isKnown(neck)) return 0;
    if (options.isPassage?.(neck.xPx, neck.yPx, neck.widthPx / 2)) return sets.join(first, second);
    necks.add(neck);
    return 0;
  };

  /** Basin of a pixel that touches several flood numbers, or lies on the picture's rim; 0 when it touches none. */
  const basinAmong = (pixel: number, column: number): number => {
    const left = column > 0 ? -1 : 0;
    const right = column + 1 < width ? 1 : 0;
    // A pixel that touches basins kept apart goes uphill, or the larger of them would creep along the lines of the other.
    let own = 0;
    let ownDepth = 0;
    for (let start = pixel - width; start <= pixel + width; start += width) {
      if (start < 0 || start >= distance.length) continue;
      for (let i = start + left; i <= start + right; i++) {
        const neighbour = floodNumbers[i] as number;
        if (neighbour === 0) continue;
        const root = sets.find(neighbour);
        const depth = distance[i] as number;
        if (own === 0) own = root;
        else if (root !== own) {
          const joined = meet(own, root, pixel);
          if (joined !== 0) own = joined;
          else if (depth > ownDepth) own = root;
          else continue;
        }
        if (depth > ownDepth) ownDepth = depth;
      }
    }
    return own;
  };

  const order = deepToShallow(near, counts);
  const lastRow = distance.length - width;
  let rowStart = 0;
  for (let nth = 0; nth < order.length; nth++) {
    const pixel = order[nth] as number;
    // Pixels of a depth come in reading order, so that the row is known without a division.
    if (pixel < rowStart) rowStart = 0;
    while (pixel >= rowStart + width) rowStart += width;
    const column = pixel - rowStart;
    let own = 0;
    if (column > 0 && column + 1 < width && rowStart > 0 && rowStart < lastRow) {
      // Nearly every pixel touches one flood number only; then it is all bits of its neighbours together, and each is that or 0.
      const above = pixel - width;
      const below = pixel + width;
      const n1 = floodNumbers[above - 1] as number;
      const n2 = floodNumbers[above] as number;
      const n3 = floodNumbers[above + 1] as number;
      const n4 = floodNumbers[pixel - 1] as number;
      const n5 = floodNumbers[pixel + 1] as number;
      const n6 = floodNumbers[below - 1] as number;
      const n7 = floodNumbers[below] as number;
      const n8 = floodNumbers[below + 1] as number;
      const all = n1 | n2 | n3 | n4 | n5 | n6 | n7 | n8;
      // Bits in which a neighbour differs from that; (-n >> 31) is all bits for a number and none for 0. No branch, as none can be foreseen.
      const differing =
        ((n1 ^ all) & (-n1 >> 31)) |
        ((n2 ^ all) & (-n2 >> 31)) |
        ((n3 ^ all) & (-n3 >> 31)) |
        ((n4 ^ all) & (-n4 >> 31)) |
        ((n5 ^ all) & (-n5 >> 31)) |
        ((n6 ^ all) & (-n6 >> 31)) |
        ((n7 ^ all) & (-n7 >> 31)) |
        ((n8 ^ all) & (-n8 >> 31));
      own = differing === 0 ? all : basinAmong(pixel, column);
    } else own = basinAmong(pixel, column);
    if (own === 0) own = sets.add(distance[pixel] as number, pixel);
    floodNumbers[pixel] = own;
    sets.addPixel(sets.find(own), pixel);
  }
  return numberBasins(floodNumbers, sets, necks);
}

function numberBasins(floodNumbers: Int32Array, sets: BasinSets, necks: NeckList): Basins {
  const roots: number[] = [];
  for (let basin = 1; basin < sets.end; basin++) if (sets.find(basin) === basin) roots.push(basin);
  roots.sort((first, second) => sets.first(first) - sets.first(second));
  const numbers = new Map(roots.map((root, number) => [root, number]));
  const basinOfNumber = Int32Array.from({ length: sets.end }, (_, basin) => numbers.get(sets.find(basin)) ?? -1);
  return {
    floodNumbers,
    basinOfNumber,
    areasPx: roots.map((root) => sets.area(root)),
    necks: necks.between((basin) => basinOfNumber[basin] as number),
  };
}
