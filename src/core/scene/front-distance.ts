/** How far it is from each place of a box to the nearest pixel of some labels, in px, as a king walks (never more than the straight way). */
export type FrontDistance = {
  /** 0 on such a pixel, 255 at most and beyond the box. @param x @param y column and row of the map. */
  at: (x: number, y: number) => number;
  /** The same as an array with a rim of one cell, for loops that a moving lamp waits for: that of (x, y) is at (y - top) x stride + x - left. */
  cells: Uint8Array;
  stride: number;
  left: number;
  top: number;
};

const farthest = 255;

/**
 * Rosenfeld & Pfaltz (1968), Distance functions on digital pictures, Pattern Recognition 1: two sweeps.
 * @param labels row-major. @param box left, top, right, bottom, inclusive; the map that is made reaches `marginPx` farther.
 */
export function frontDistance(
  { width, height, labels }: { width: number; height: number; labels: Uint16Array },
  fronts: ReadonlySet<number>,
  [left, top, right, bottom]: readonly [number, number, number, number],
  marginPx: number,
): FrontDistance {
  const fromX = Math.max(0, left - marginPx);
  const fromY = Math.max(0, top - marginPx);
  const columns = Math.min(width, right + marginPx + 1) - fromX;
  const rows = Math.min(height, bottom + marginPx + 1) - fromY;
  // A rim of one cell spares the sweeps their questions.
  const stride = columns + 2;
  const cells = new Uint8Array(stride * (rows + 2)).fill(farthest);
  const inFront = new Uint8Array(65536);
  for (const front of fronts) inFront[front] = 1;
  for (let row = 0; row < rows; row++) {
    let cell = (row + 1) * stride + 1;
    let pixel = (row + fromY) * width + fromX;
    for (let column = 0; column < columns; column++, cell++, pixel++) if (inFront[labels[pixel]!]) cells[cell] = 0;
  }
  const nearer = (cell: number, a: number, b: number, c: number, d: number) => {
    const least = Math.min(cells[a]!, cells[b]!, cells[c]!, cells[d]!) + 1;
    if (least < cells[cell]!) cells[cell] = least;
  };
  for (let row = 1; row <= rows; row++) {
    for (let cell = row * stride + 1; cell <= row * stride + columns; cell++) {
      nearer(cell, cell - 1, cell - stride - 1, cell - stride, cell - stride + 1);
    }
  }
  for (let row = rows; row >= 1; row--) {
    for (let cell = row * stride + columns; cell > row * stride; cell--) {
      nearer(cell, cell + 1, cell + stride + 1, cell + stride, cell + stride - 1);
    }
  }
  const at = (x: number, y: number): number => {
    const column = x - fromX;
    const row = y - fromY;
    if (column < 0 || row < 0 || column >= columns || row >= rows) return farthest;
    return cells[(row + 1) * stride + column + 1]!;
  };
  return { at, cells, stride, left: fromX - 1, top: fromY - 1 };
}
