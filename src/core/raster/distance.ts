export const farthest = 65535;
/** Chamfer steps: straight, diagonal, knight's move. Five of them are one px. */
export const chamferUnitsPerPx = 5;
export const straight = 5;
export const diagonal = 7;
export const knight = 11;
/** Steps back to the pixels seen before in a pass forwards; backwards they are turned round. */
export const stepsBack = [
  { columns: -1, rows: 0, cost: straight },
  { columns: 0, rows: -1, cost: straight },
  { columns: -1, rows: -1, cost: diagonal },
  { columns: 1, rows: -1, cost: diagonal },
  { columns: -2, rows: -1, cost: knight },
  { columns: 2, rows: -1, cost: knight },
  { columns: -1, rows: -2, cost: knight },
  { columns: 1, rows: -2, cost: knight },
] as const;
/** Width of the frame that is laid round a row, so that no neighbour lies outside. */
const framePx = 2;

/** A row of distances and the two a pass went over before it, framed. */
type PassRows = { own: Uint16Array; before: Uint16Array; twoBefore: Uint16Array };

/** A row in a pass: every pixel takes the least of its own distance and those of the eight neighbours already seen plus the step from there. */
function passOverRow({ own, before, twoBefore }: PassRows, width: number, step: 1 | -1): void {
  const first = step === 1 ? framePx : framePx + width - 1;
  const end = first + step * width;
  for (let i = first; i !== end; i += step) {
    let best = own[i] as number;
    if (best <= straight) continue;
    let other = (own[i - step] as number) + straight;
    if (other < best) best = other;
    other = (before[i] as number) + straight;
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
}

/**
 * Chamfer 5-7-11 distance to the nearest pixel for which `isSource` is 1, in fifths of a px, at most 65535.
 * Borgefors (1986), Distance transformations in digital images, Computer Vision, Graphics and Image Processing 34.
 */
export function chamferDistance(isSource: Uint8Array, width: number, height: number): Uint16Array {
  const distance = new Uint16Array(width * height).fill(farthest);
  for (let i = 0; i < distance.length; i++) if (isSource[i]) distance[i] = 0;
  const emptyRow = () => new Uint16Array(width + 2 * framePx).fill(farthest);
  for (const step of [1, -1] as const) {
    let rows: PassRows = { own: emptyRow(), before: emptyRow(), twoBefore: emptyRow() };
    for (let nth = 0; nth < height; nth++) {
      const rowStart = (step === 1 ? nth : height - 1 - nth) * width;
      rows = { own: rows.twoBefore, before: rows.own, twoBefore: rows.before };
      rows.own.set(distance.subarray(rowStart, rowStart + width), framePx);
      passOverRow(rows, width, step);
      distance.set(rows.own.subarray(framePx, framePx + width), rowStart);
    }
  }
  return distance;
}
