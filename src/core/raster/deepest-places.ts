import { chamferDistance } from './distance';
import { forEachStretch, type NearDistance } from './near-distance';

/** Beyond the reach of the distance, places are told apart by a raster of every so many columns and rows. */
const cellPx = 8;

/**
 * The pixel of every label that lies farthest from the lines, by label; entry 0 is that of the paper, -1 where a label has no pixel. Within
 * the reach of `near` it is exact; beyond it is found to within about 8 px as a rule, and 17 at the most: half a cell's diagonal for the place, one
 * for the comparison of two cells.
 */
export function findDeepestPlaces(labels: Uint16Array, near: NearDistance, count: number): Int32Array {
  const { width, height, distance } = near;
  const places = new Int32Array(count + 1).fill(-1);
  const depths = new Int32Array(count + 1).fill(-1);
  const isExact = new Uint8Array(count + 1).fill(1);
  forEachStretch(
    near,
    (start, end) => deepen(labels, distance, start, end, depths, places),
    (start) => {
      isExact[labels[start] as number] = 0;
      deepen(labels, distance, start, start + 1, depths, places);
    },
  );
  if (isExact.every((exact) => exact === 1)) return places;

  const columns = Math.ceil(width / cellPx);
  const rows = Math.ceil(height / cellPx);
  const middles = new Int32Array(columns * rows);
  const isNear = new Uint8Array(columns * rows);
  for (let row = 0, cell = 0; row < rows; row++) {
    const rowStart = Math.min(height - 1, row * cellPx + cellPx / 2) * width;
    for (let column = 0; column < columns; column++, cell++) {
      const middle = rowStart + Math.min(width - 1, column * cellPx + cellPx / 2);
      middles[cell] = middle;
      if ((distance[middle] as number) <= near.reach) isNear[cell] = 1;
    }
  }
  const farther = chamferDistance(isNear, columns, rows);
  const most = new Int32Array(count + 1).fill(-1);
  for (let cell = 0; cell < isNear.length; cell++) {
    if (isNear[cell] === 1) continue;
    const place = middles[cell] as number;
    const label = labels[place] as number;
    if ((farther[cell] as number) <= (most[label] as number)) continue;
    most[label] = farther[cell] as number;
    places[label] = place;
  }
  return places;
}

/** Notes for the labels of a stretch of pixels where they are deepest. */
function deepen(labels: Uint16Array, distance: Uint16Array, start: number, end: number, depths: Int32Array, places: Int32Array): void {
  let label = labels[start] as number;
  let deepest = depths[label] as number;
  for (let i = start; i < end; i++) {
    if (labels[i] !== label) {
      depths[label] = deepest;
      label = labels[i] as number;
      deepest = depths[label] as number;
    }
    if ((distance[i] as number) <= deepest) continue;
    deepest = distance[i] as number;
    places[label] = i;
  }
  depths[label] = deepest;
}
