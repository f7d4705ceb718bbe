import { at } from '#core/raster/image';

/**
 * Cuts a shading into bands of wished shares, light to dark. Equal values stay together where they can: a cut inside a run
 * of equal values moves to the nearer end of the run, unless that would leave a wished band empty.
 * @param shading NaN outside.
 * @param shares light to dark, each 0 to 1, sum 1; bare paper is a share like the others. At most 255.
 * @returns 0 outside, 1 = lightest band.
 * @throws RangeError when the shares do not fit.
 */
export function cutBands(shading: Float32Array, shares: readonly number[]): Uint8Array {
  if (shares.length < 1 || shares.length > 255) throw new RangeError(`cutBands expects 1 to 255 shares, got ${shares.length}`);
  const sum = shares.reduce((total, share) => total + share, 0);
  if (shares.some((share) => !(share >= 0 && share <= 1)) || Math.abs(sum - 1) > 1e-6) {
    throw new RangeError(`cutBands expects shares of 0 to 1 with the sum 1, got ${shares.join(' + ')} = ${sum}`);
  }
  return bandsByLeast(shading, leastOfBands(rankValues(shading), shares));
}

/**
 * Least value of each band, light to dark, so that the bands have the wished shares as far as equal values let them; the last takes all the rest.
 * @param shares light to dark, sum 1. Infinity for a band that gets nothing.
 */
export function leastOfBands(ranks: Ranks, shares: readonly number[]): number[] {
  const last = shares.length - 1;
  if (ranks.total === 0) return shares.map((_, band) => (band === last ? Number.NEGATIVE_INFINITY : Number.POSITIVE_INFINITY));
  return placeCuts(ranks, shares).map((cut, band) =>
    band === last ? Number.NEGATIVE_INFINITY : cut === 0 ? Number.POSITIVE_INFINITY : ranks.valueAt(cut - 1),
  );
}

/** As leastOfBands, to one part in 4096 of the range of values and whatever runs of equal ones there are: what is blended in need not be exact. */
export function nearLeastOfBands({ total, nearValueAt }: NearRanks, shares: readonly number[]): number[] {
  let reached = 0;
  return shares.map((share, band) => {
    reached += share;
    if (band === shares.length - 1) return Number.NEGATIVE_INFINITY;
    const rank = Math.round(reached * total);
    return rank < 1 ? Number.POSITIVE_INFINITY : nearValueAt(Math.min(total, rank) - 1);
  });
}

/** The band of each value; 0 where it is NaN. @param least light to dark, falling. */
export function bandsByLeast(shading: Float32Array, least: readonly number[]): Uint8Array {
  const bands = new Uint8Array(shading.length);
  for (let i = 0; i < shading.length; i++) {
    const value = shading[i]!;
    if (Number.isNaN(value)) continue;
    bands[i] = bandOf(value, least);
  }
  return bands;
}

/** The band of a value, from 1: the first whose least value it reaches; the last takes all the rest. @param least light to dark, falling. */
export function bandOf(value: number, least: readonly number[]): number {
  let band = 0;
  while (band < least.length - 1 && value < least[band]!) band++;
  return band + 1;
}

/** Values in order from light to dark, as far as they are asked for. */
export type Ranks = {
  total: number;
  /** Value at a rank, 0 = lightest. */
  valueAt: (rank: number) => number;
  /** The same to one part in 4096 of the range of values, without a sort. */
  nearValueAt: (rank: number) => number;
  /** First rank of the run of values equal to that at a rank, and the rank after its last. */
  runAt: (rank: number) => { from: number; to: number };
};

/** As much of them as cuts that need not be exact ask for. */
export type NearRanks = Pick<Ranks, 'total' | 'nearValueAt'>;

const bins = 4096;

/**
 * Ranks without sorting everything: values are counted into bins, and only a bin that is asked for is sorted. Exact; some
 * five times faster than a sort of a whole picture, which a moving lamp would wait for.
 */
export function rankValues(shading: Float32Array): Ranks {
  let lowest = Number.POSITIVE_INFINITY;
  let highest = Number.NEGATIVE_INFINITY;
  let total = 0;
  for (let i = 0; i < shading.length; i++) {
    const value = shading[i]!;
    if (Number.isNaN(value)) continue;
    if (value < lowest) lowest = value;
    if (value > highest) highest = value;
    total++;
  }
  const scale = highest > lowest ? (bins - 1) / (highest - lowest) : 0;
  // Bin 0 holds the lightest.
  const binOf = (value: number) => Math.floor((highest - value) * scale);
  const starts = new Uint32Array(bins + 1);
  const binOfPlace = new Uint16Array(shading.length).fill(bins);
  for (let i = 0; i < shading.length; i++) {
    const value = shading[i]!;
    if (Number.isNaN(value)) continue;
    const bin = binOf(value);
    binOfPlace[i] = bin;
    starts[bin + 1]!++;
  }
  for (let bin = 0; bin < bins; bin++) starts[bin + 1]! += starts[bin]!;
  const sorted = new Map<number, Float32Array>();
  const sortedBin = (bin: number): Float32Array => {
    const known = sorted.get(bin);
    if (known) return known;
    const values = new Float32Array(starts[bin + 1]! - starts[bin]!);
    for (let i = 0, at = 0; at < values.length; i++) if (binOfPlace[i] === bin) values[at++] = shading[i]!;
    values.sort().reverse();
    sorted.set(bin, values);
    return values;
  };
  const binAt = (rank: number): number => {
    let low = 0;
    let high = bins - 1;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (starts[middle + 1]! > rank) high = middle;
      else low = middle + 1;
    }
    return low;
  };
  return {
    total,
    valueAt: (rank) => {
      const bin = binAt(rank);
      return at(sortedBin(bin), rank - starts[bin]!);
    },
    nearValueAt: (rank) => (scale === 0 ? highest : highest - (binAt(rank) + 0.5) / scale),
    runAt: (rank) => {
      const bin = binAt(rank);
      const values = sortedBin(bin);
      let from = rank - starts[bin]!;
      let to = from + 1;
      const value = at(values, from);
      while (from > 0 && at(values, from - 1) === value) from--;
      while (to < values.length && at(values, to) === value) to++;
      return { from: from + starts[bin]!, to: to + starts[bin]! };
    },
  };
}

/** Ranks of a sample that stands for many values: it is sorted. */
export function sampleRanks(sample: Float32Array): NearRanks {
  const sorted = sample.slice().sort();
  return { total: sorted.length, nearValueAt: (rank) => at(sorted, sorted.length - 1 - rank) };
}

/** Number of pixels up to the end of each band, at ends of runs of equal values. */
function placeCuts(ranks: Ranks, shares: readonly number[]): number[] {
  const { total } = ranks;
  const cuts: number[] = [];
  let wished = 0;
  let previous = 0;
  for (let band = 0; band < shares.length - 1; band++) {
    const share = shares[band] as number;
    wished += share;
    const target = Math.min(total, Math.max(previous, Math.round(wished * total)));
    let from = target;
    let to = target;
    if (target > 0 && target < total && ranks.valueAt(target) === ranks.valueAt(target - 1)) {
      const run = ranks.runAt(target);
      from = Math.max(previous, run.from);
      to = run.to;
    }
    const ownWished = share > 0;
    const laterWished = shares.slice(band + 1).some((later) => later > 0);
    const fitsFrom = !(ownWished && from === previous);
    const fitsTo = !(laterWished && to === total);
    let cut = target - from <= to - target ? from : to;
    if (cut === to && !fitsTo && fitsFrom) cut = from;
    else if (cut === from && !fitsFrom && fitsTo) cut = to;
    cuts.push(cut);
    previous = cut;
  }
  return [...cuts, total];
}
