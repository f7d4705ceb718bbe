import { at } from '#core/picture/image';

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
  const values = shading
    .filter((value) => !Number.isNaN(value))
    .sort()
    .reverse();
  const bands = new Uint8Array(shading.length);
  if (values.length === 0) return bands;
  const cuts = placeCuts(values, shares);
  // A pixel belongs to the first band whose least value it reaches; `cuts` are counts of pixels from the light end.
  const least = cuts.map((cut) => (cut === 0 ? Number.POSITIVE_INFINITY : at(values, cut - 1)));
  for (let i = 0; i < shading.length; i++) {
    const value = at(shading, i);
    if (Number.isNaN(value)) continue;
    let band = 0;
    while (band < least.length - 1 && value < (least[band] as number)) band++;
    bands[i] = band + 1;
  }
  return bands;
}

/** Number of pixels up to the end of each band, at ends of runs of equal values. `values` light to dark. */
function placeCuts(values: Float32Array, shares: readonly number[]): number[] {
  const total = values.length;
  const cuts: number[] = [];
  let wished = 0;
  let previous = 0;
  for (let band = 0; band < shares.length; band++) {
    const share = shares[band] as number;
    wished += share;
    if (band === shares.length - 1) {
      cuts.push(total);
      break;
    }
    const target = Math.min(total, Math.max(previous, Math.round(wished * total)));
    let from = target;
    let to = target;
    if (target > 0 && target < total && at(values, target) === at(values, target - 1)) {
      const value = at(values, target);
      while (from > previous && at(values, from - 1) === value) from--;
      while (to < total && at(values, to) === value) to++;
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
  return cuts;
}
