/**
 * For places of a height field, how high what stands over them reaches in directions all round: made once, so that a moving lamp looks it up. Along each
 * direction lines are walked with the upper hull of what was passed, so that each place costs the same however far it sees.
 * Timonen & Westerholm (2010), Scalable height field self-shadowing, Computer Graphics Forum 29.
 */

import { elevationOf } from './angles';

/** Directions in which horizons are known, evenly round, the first towards 12 o'clock, then clockwise. */
export const horizonDirections = 32;
/** Levels of an elevation: 255 is straight up. */
export const elevationLevels = 255;

/** A field of cells, row-major. Heights in cells; NaN where nothing is asked, or where nothing stands. */
export type HeightField = {
  width: number;
  height: number;
  /** Where a place lies from which one looks. */
  ground: Float32Array;
  /** How high what may hide the sky from there stands, over the same plane. */
  over: Float32Array;
};

/** What is known of the cells that see something over them. */
export type Horizons = {
  /** Number of such a cell, by its place in the field; -1 where there is none. */
  numbers: Int32Array;
  count: number;
  /** Elevation of the horizon, 0 to elevationLevels, of each cell in each direction: that of cell n in direction d is at d x count + n. */
  elevations: Uint8Array;
  /** How far off what makes it stands, in cells, 255 at most. */
  distances: Uint8Array;
};

/** Steps along a direction: one cell along its longer axis, so much along the other. */
export function stepOf(direction: number): { dx: number; dy: number; alongX: boolean } {
  const angle = (2 * Math.PI * direction) / horizonDirections;
  const [x, y] = [Math.sin(angle), -Math.cos(angle)];
  const alongX = Math.abs(x) >= Math.abs(y);
  const longest = Math.max(Math.abs(x), Math.abs(y));
  return { dx: x / longest, dy: y / longest, alongX };
}

const toLevels = elevationLevels / (Math.PI / 2);

/** Horizons of all cells with a ground. @throws RangeError when the arrays do not fit the size. */
export function horizonsOf({ width, height, ground, over }: HeightField): Horizons {
  const size = width * height;
  if (ground.length !== size || over.length !== size) throw new RangeError(`horizonsOf expects fields of ${size} cells`);
  const levels = new Uint8Array(horizonDirections * size);
  const far = new Uint8Array(horizonDirections * size);
  const sees = new Uint8Array(size);
  // The hull of what was passed: places along the line, and heights; the nearest last.
  const places = new Float64Array(Math.max(width, height) + 1);
  const heights = new Float64Array(places.length);
  for (let direction = 0; direction < horizonDirections; direction++) {
    const { dx, dy, alongX } = stepOf(direction);
    // One walks away from where one looks, so that what is looked at was passed before.
    const [length, breadth] = alongX ? [width, height] : [height, width];
    const isForward = alongX ? dx < 0 : dy < 0;
    const slant = (alongX ? dy / dx : dx / dy) * (isForward ? 1 : -1);
    const stepLength = Math.hypot(1, slant);
    const base = direction * size;
    const offsets = Int32Array.from({ length }, (_, step) => Math.round(step * slant));
    const last = offsets[length - 1]!;
    for (let start = Math.min(0, -last); start < breadth + Math.max(0, -last); start++) {
      let top = -1;
      for (let step = 0; step < length; step++) {
        const across = start + offsets[step]!;
        if (across < 0 || across >= breadth) continue;
        const along = isForward ? step : length - 1 - step;
        const i = alongX ? across * width + along : along * width + across;
        const place = step * stepLength;
        const own = ground[i]!;
        if (top >= 0 && !Number.isNaN(own)) {
          // The steepest of the hull seen from here: slopes rise and then fall along it.
          let low = 0;
          let high = top;
          while (low < high) {
            const middle = (low + high) >> 1;
            const here = (heights[middle]! - own) * (place - places[middle + 1]!);
            if ((heights[middle + 1]! - own) * (place - places[middle]!) >= here) low = middle + 1;
            else high = middle;
          }
          const apart = place - places[low]!;
          const level = heights[low]! > own ? Math.round(elevationOf(heights[low]! - own, apart) * toLevels) : 0;
          if (level > 0) {
            levels[base + i] = level;
            far[base + i] = apart > 254 ? 255 : (apart + 0.5) | 0;
            sees[i] = 1;
          }
        }
        const standing = over[i]!;
        if (!Number.isNaN(standing)) {
          while (
            top >= 1 &&
            (heights[top]! - heights[top - 1]!) * (place - places[top]!) <= (standing - heights[top]!) * (places[top]! - places[top - 1]!)
          )
            top--;
          top++;
          places[top] = place;
          heights[top] = standing;
        }
      }
    }
  }
  const numbers = new Int32Array(size).fill(-1);
  let count = 0;
  for (let i = 0; i < size; i++) if (sees[i]) numbers[i] = count++;
  const kept = (all: Uint8Array): Uint8Array => {
    const own = new Uint8Array(horizonDirections * count);
    for (let direction = 0; direction < horizonDirections; direction++) {
      for (let i = 0, at = direction * count; i < size; i++) if (sees[i]) own[at++] = all[direction * size + i]!;
    }
    return own;
  };
  return { numbers, count, elevations: kept(levels), distances: kept(far) };
}
