import { boundsMm, type BoundsMm, type OutlineMm } from '#core/outline/outline';
import { runsWithin } from '#core/outline/pixels-within';
import { chamferDistance, chamferUnitsPerPx } from '#core/raster/distance';

/** Pixels to a mm of the map on which free room is looked for; what is found is checked by the outlines themselves. */
export const pxPerMm = 1.25;

/** The map of a panel, with a frame of paper round it: which places are taken. */
export type Grid = { bounds: BoundsMm; width: number; height: number };

/** Room round the panel, so that its edge is an edge on the map too. */
const frameMm = 3;

export function gridOf(panel: OutlineMm): Grid {
  const own = boundsMm(panel);
  const bounds = {
    xMm: own.xMm - frameMm,
    yMm: own.yMm - frameMm,
    widthMm: own.widthMm + 2 * frameMm,
    heightMm: own.heightMm + 2 * frameMm,
  };
  return { bounds, width: Math.ceil(bounds.widthMm * pxPerMm), height: Math.ceil(bounds.heightMm * pxPerMm) };
}

export const placeOf = ({ bounds, width }: Grid, pixel: number): readonly [number, number] => [
  bounds.xMm + ((pixel % width) + 0.5) / pxPerMm,
  bounds.yMm + (Math.floor(pixel / width) + 0.5) / pxPerMm,
];
export function pixelOf({ bounds, width, height }: Grid, [x, y]: readonly [number, number]): number {
  const [column, row] = [Math.floor((x - bounds.xMm) * pxPerMm), Math.floor((y - bounds.yMm) * pxPerMm)];
  return column < 0 || row < 0 || column >= width || row >= height ? -1 : row * width + column;
}

/** Sets the pixels whose middle lies in an outline. */
export function fillOutline({ bounds, width, height }: Grid, map: Uint8Array, outline: OutlineMm): void {
  runsWithin({ leftMm: bounds.xMm, topMm: bounds.yMm, width, height, pxPerMm }, [outline], (from, to) => map.fill(1, from, to));
}

/** Distance in mm of each pixel from the nearest one that is taken. */
export function distanceMm({ width, height }: Grid, taken: Uint8Array): Float32Array {
  const units = chamferDistance(taken, width, height);
  const distance = new Float32Array(units.length);
  for (let pixel = 0; pixel < units.length; pixel++) distance[pixel] = units[pixel]! / chamferUnitsPerPx / pxPerMm;
  return distance;
}
