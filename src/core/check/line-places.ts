import { runsWithin } from '#core/outline/pixels-within';
import { findSheet } from '#core/photo/find-sheet';
import { chamferDistance, chamferUnitsPerPx } from '#core/raster/distance';
import type { BinaryImage } from '#core/raster/image';
import { thin } from '#core/raster/skeleton';
import { seeded } from '#core/sharing/seeded';
import { type Channel, darkLines, levelOfShare } from './dark-lines';

/** Half of the widest line that is looked for, in shares of the longer side: at the least, and at the most. */
const [leastReach, mostReach] = [1 / 100, 1 / 25] as const;
/** Places of lines that are held against each other. */
const mostPlaces = 1600;
/** Places of lines, x and y in turn, and how far every pixel lies from the nearest line, in px. */
export type Places = { width: number; height: number; distance: Float32Array; places: Float64Array };
/** How far from the middle of the plan's lines their sides lie, in shares of its longer side: of all but the widest tenth. */
export function halfWidthShare({ width, height, data }: Channel): number {
  const lines = { width, height, data: Uint8Array.from(data, (level) => (level < 128 ? 1 : 0)) };
  const depth = chamferDistance(
    Uint8Array.from(lines.data, (own) => 1 - own),
    width,
    height,
  );
  const middles: number[] = [];
  for (const [pixel, own] of thin(lines).data.entries()) if (own) middles.push(depth[pixel]! / chamferUnitsPerPx);
  middles.sort((one, other) => one - other);
  return (middles[Math.floor(0.9 * middles.length)] ?? 0) / Math.max(width, height);
}

/** Lines of an image, 1 where one is. @param halfWidth of the plan's lines, in shares of its longer side. */
export function linesOf(image: Channel, halfWidth: number): BinaryImage {
  const { width, height } = image;
  const reachShare = Math.max(leastReach, Math.min(mostReach, 1.5 * halfWidth));
  const strength = darkLines(image, Math.max(2, Math.round(Math.max(width, height) * reachShare)));
  // Of the strongest few pixels a third is still a line; under 14 levels of 255 it is grain.
  const least = Math.max(14, 0.33 * levelOfShare(strength, 0.995));
  return { width, height, data: Uint8Array.from(strength, (value) => (value >= least ? 1 : 0)) };
}

/** The sides of lines: px of them beside which there is none. */
export function sidesOf({ width, height, data }: BinaryImage): BinaryImage {
  const sides = new Uint8Array(data.length);
  for (let pixel = 0; pixel < data.length; pixel++)
    if (data[pixel] && !(data[pixel - 1] && data[pixel + 1] && data[pixel - width] && data[pixel + width])) sides[pixel] = 1;
  return { width, height, data: sides };
}

/** Places of a mask, by lot where there are many, and how far every pixel lies from it, in px. */
export function placesOf({ width, height, data }: BinaryImage): Places {
  const units = chamferDistance(data, width, height);
  const all: number[] = [];
  for (let pixel = 0; pixel < data.length; pixel++) if (data[pixel]) all.push(pixel);
  const random = seeded(7);
  const count = Math.min(all.length, mostPlaces);
  const places = new Float64Array(2 * count);
  for (let index = 0; index < count; index++) {
    const pixel = all[all.length > mostPlaces ? Math.floor(random() * all.length) : index]!;
    places[2 * index] = (pixel % width) + 0.5;
    places[2 * index + 1] = Math.floor(pixel / width) + 0.5;
  }
  return { width, height, distance: Float32Array.from(units, (own) => own / chamferUnitsPerPx), places };
}

export const middleOf = ({ places }: Places) => {
  let [x, y] = [0, 0];
  for (let at = 0; at < places.length; at += 2) [x, y] = [x + places[at]!, y + places[at + 1]!];
  const count = Math.max(1, places.length / 2);
  return [x / count, y / count] as const;
};

export function spreadOf({ places }: Places, [x, y]: readonly [number, number]): number {
  let sum = 0;
  for (let at = 0; at < places.length; at += 2) sum += (places[at]! - x) ** 2 + (places[at + 1]! - y) ** 2;
  return Math.sqrt(sum / Math.max(1, places.length / 2));
}

/** Distance from the nearest line between pixels, and how it grows; beyond the image it is `far`. */
export function distanceAt({ width, height, distance }: Places, x: number, y: number, far: number): [number, number, number] {
  const [column, row] = [Math.floor(x - 0.5), Math.floor(y - 0.5)];
  if (!(column >= 0 && row >= 0 && column + 1 < width && row + 1 < height)) return [far, 0, 0];
  const [dx, dy] = [x - 0.5 - column, y - 0.5 - row];
  const at = row * width + column;
  const [a, b, c, d] = [distance[at]!, distance[at + 1]!, distance[at + width]!, distance[at + width + 1]!];
  return [
    a * (1 - dx) * (1 - dy) + b * dx * (1 - dy) + c * (1 - dx) * dy + d * dx * dy,
    (b - a) * (1 - dy) + (d - c) * dy,
    (c - a) * (1 - dx) + (d - b) * dx,
  ];
}

/**
 * Those lines that lie on the sheet of paper that an image shows on a darker ground: the grain of a table is no line of a drawing. All, where no such sheet is seen.
 * @param image what the lines were found in, of their size.
 */
export function linesOnSheet(lines: BinaryImage, image: Channel): BinaryImage {
  const { width, height } = image;
  const corners = findSheet({ width, height, data: Uint8Array.from(image.data, (level) => Math.round(level)) });
  if (!corners) return lines;
  const onSheet = new Uint8Array(lines.data.length);
  const outline = corners.map(([u, v]) => [u * width, v * height] as const);
  runsWithin({ leftMm: 0, topMm: 0, width, height, pxPerMm: 1 }, [outline], (from, to) => onSheet.set(lines.data.subarray(from, to), from));
  return { width, height, data: onSheet };
}
