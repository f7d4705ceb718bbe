import { floodBasins } from '#core/raster/basins';
import { chamferUnitsPerPx } from '#core/raster/distance';
import { nearEverywhere } from '#core/raster/near-distance';

export type NarrowestOptions = {
  /** Necks wider than this are not looked for, in px. */
  widestNeckPx: number;
  /** Bulges smaller than this make no neck, in px. */
  leastBulgePx: number;
};

/**
 * Narrowest width of every region in px, by label (entry 0 is unused): the narrowest neck between two bulges of the region, or
 * where it has none the widest disk it holds. Corners and tips that only taper are no necks.
 * @param distance distance to the lines in fifths of a px.
 */
export function narrowestWidthsPx(
  labels: Uint16Array,
  distance: Uint16Array,
  size: { width: number; height: number; count: number },
  options: NarrowestOptions,
): Float32Array {
  const { width, height, count } = size;
  const narrowest = new Float32Array(count + 1);
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i] as number;
    const widthPx = (2 * (distance[i] as number)) / chamferUnitsPerPx;
    if (widthPx > (narrowest[label] as number)) narrowest[label] = widthPx;
  }
  const { floodNumbers, basinOfNumber, areasPx, necks } = floodBasins(nearEverywhere(distance, width, height), {
    maxGapPx: options.widestNeckPx,
    peakToNeck: 1.25,
    leastAreaPx: options.leastBulgePx,
  });
  // A basin lies in the region that holds most of it; small breaks of the line split it no further.
  const votes = new Map<number, number>();
  for (let i = 0; i < labels.length; ) {
    const flooded = floodNumbers[i] as number;
    const label = labels[i] as number;
    const start = i;
    while (i < labels.length && floodNumbers[i] === flooded && labels[i] === label) i++;
    if (flooded === 0) continue;
    const key = (basinOfNumber[flooded] as number) * 65536 + label;
    votes.set(key, (votes.get(key) ?? 0) + i - start);
  }
  const regionOf = new Int32Array(areasPx.length);
  for (const [key, px] of votes) {
    const basin = Math.floor(key / 65536);
    if (2 * px > (areasPx[basin] as number)) regionOf[basin] = key % 65536;
  }
  for (const { basins, widthPx } of necks) {
    const region = regionOf[basins[0]] as number;
    if (region > 0 && region === regionOf[basins[1]] && widthPx < (narrowest[region] as number)) narrowest[region] = widthPx;
  }
  return narrowest;
}
