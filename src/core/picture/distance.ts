export const farthest = 65535;
/** Chamfer steps: straight, diagonal, knight's move. Five of them are one px. */
export const chamferUnitsPerPx = 5;
export const straight = 5;
export const diagonal = 7;
export const knight = 11;
/** Width of the frame that is laid round a row, so that no neighbour lies outside. */
export const framePx = 2;

/** A row of distances and the two a pass went over before it, framed. */
export type PassRows = { own: Uint16Array; before: Uint16Array; twoBefore: Uint16Array };

/**
 * Part of a pass over a row, forwards (step 1) or backwards (step -1): every pixel takes the least of its own distance and those of the
 * eight neighbours already seen plus the step from there.
 * @param first index of the first pixel in the framed row.
 * @returns the least of the distances after it.
 */
export function chamferSteps({ own, before, twoBefore }: PassRows, first: number, count: number, step: 1 | -1): number {
  let previous = own[first - step] as number;
  let least = farthest;
  const end = first + step * count;
  for (let i = first; i !== end; i += step) {
    let best = own[i] as number;
    if (best > straight) {
      if (previous + straight < best) best = previous + straight;
      let other = (before[i] as number) + straight;
      if (other < best) best = other;
      other = (before[i - 1] as number) + diagonal;
      if (other < best) best = other;
      other = (before[i + 1] as number) + diagonal;
      if (other < best) best = other;
      other = (before[i - 2] as number) + knight;
      if (other < best) best = other;
      other = (before[i + 2] as number) + knight;
      if (other < best) best = other;
      other = (twoBefore[i - 1] as number) + knight;
      if (other < best) best = other;
      other = (twoBefore[i + 1] as number) + knight;
      if (other < best) best = other;
      own[i] = best;
    }
    if (best < least) least = best;
    previous = best;
  }
  return least;
}

/**
 * Goes over the rows of a distance, downwards (step 1) or upwards (step -1), and writes back those that `visit` says it has changed.
 * @param beyond what the frame holds.
 */
export function passOverRows(
  distance: Uint16Array,
  size: { width: number; height: number; beyond: number },
  step: 1 | -1,
  visit: (rows: PassRows, row: number) => boolean,
): void {
  const { width, height, beyond } = size;
  const emptyRow = () => new Uint16Array(width + 2 * framePx).fill(beyond);
  let rows: PassRows = { own: emptyRow(), before: emptyRow(), twoBefore: emptyRow() };
  for (let nth = 0; nth < height; nth++) {
    const row = step === 1 ? nth : height - 1 - nth;
    rows = { own: rows.twoBefore, before: rows.own, twoBefore: rows.before };
    rows.own.set(distance.subarray(row * width, (row + 1) * width), framePx);
    if (visit(rows, row)) distance.set(rows.own.subarray(framePx, framePx + width), row * width);
  }
}

/**
 * Chamfer 5-7-11 distance to the nearest pixel for which `isSource` is 1, in fifths of a px, at most 65535.
 * Borgefors (1986), Distance transformations in digital images, Computer Vision, Graphics and Image Processing 34.
 */
export function chamferDistance(isSource: Uint8Array, width: number, height: number): Uint16Array {
  const distance = new Uint16Array(width * height).fill(farthest);
  for (let i = 0; i < distance.length; i++) if (isSource[i]) distance[i] = 0;
  for (const step of [1, -1] as const) {
    const first = step === 1 ? framePx : framePx + width - 1;
    passOverRows(distance, { width, height, beyond: farthest }, step, (rows) => {
      chamferSteps(rows, first, width, step);
      return true;
    });
  }
  return distance;
}
