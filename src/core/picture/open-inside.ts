import { chamferDistance } from '#core/raster/distance';

/** Side of a cell in which it is looked round, in mm: coarser than a line, finer than a sleeve. */
const cellMm = 0.6;
/** Directions in which it is looked. */
const directions = 24;
/** A place is inside the drawing when it is walled in on all but so many of them: a gap in a line leaves one or two, a bay many. */
const mostOpen = 1;
/** Fewer cells than this are no patch: the crooks of a line make some. In mm². */
const leastPatchMm2 = 4;

/** Where a way in from outside is wider than this all along, in mm, it is no gap that one would close: what it leads to is the paper between things. */
const widestGapMm = 7;

export type DrawnPicture = { labels: Uint16Array; isInk: Uint8Array; width: number; height: number; pxPerMm: number };

export type OpenInside = {
  /** Paper that lies inside the drawing but in no area. */
  areaMm2: number;
  /** That, as a share of all that lies inside the drawing, 0 to 1. */
  share: number;
};

/**
 * How much of a drawing's inside is no area, because the lines round it are open: paper from which nearly every way out meets the drawing.
 * @param labels row-major, 0 = paper, which the lines round an open place count to as well. @param isInk row-major, 1 on a line.
 * @param pxPerMm px of the picture along a millimetre, over 0.
 */
export function openInside({ labels, isInk, width, height, pxPerMm }: DrawnPicture): OpenInside {
  const cellPx = Math.max(1, Math.round(cellMm * pxPerMm));
  const columns = Math.ceil(width / cellPx);
  const rows = Math.ceil(height / cellPx);
  const taken = new Uint8Array(columns * rows);
  let takenCount = 0;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      if (!isTaken({ labels, isInk, width, height, pxPerMm }, column * cellPx, row * cellPx, cellPx)) continue;
      taken[row * columns + column] = 1;
      takenCount++;
    }
  }
  const outside = reachedFromOutside(taken, columns, rows, widestGapMm / 2 / (cellPx / pxPerMm));
  const open = new Uint8Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const cell = row * columns + column;
      if (taken[cell] === 0 && outside[cell] === 0 && isWalledIn(taken, columns, rows, column, row)) open[cell] = 1;
    }
  }
  const cellMm2 = (cellPx / pxPerMm) ** 2;
  const openCount = countOfPatches(open, columns, rows, leastPatchMm2 / cellMm2);
  const inside = takenCount + openCount;
  return { areaMm2: openCount * cellMm2, share: inside > 0 ? openCount / inside : 0 };
}

/** Whether anything of the drawing lies in a cell. */
function isTaken({ labels, isInk, width, height }: DrawnPicture, left: number, top: number, size: number): boolean {
  for (let y = top; y < Math.min(height, top + size); y++) {
    for (let x = left; x < Math.min(width, left + size); x++) if (labels[y * width + x] !== 0 || isInk[y * width + x] === 1) return true;
  }
  return false;
}

/** Cells that a disk of a radius (in cells) covers that comes in from outside without touching the drawing: an opening by that disk (Serra 1982). */
function reachedFromOutside(taken: Uint8Array, columns: number, rows: number, radius: number): Uint8Array {
  // A rim of paper all round, wide enough for the disk.
  const rim = Math.ceil(radius) + 1;
  const [width, height] = [columns + 2 * rim, rows + 2 * rim];
  const wide = new Uint8Array(width * height);
  for (let row = 0; row < rows; row++) wide.set(taken.subarray(row * columns, (row + 1) * columns), (row + rim) * width + rim);
  const fifths = chamferDistance(wide, width, height);
  const middles = new Uint8Array(width * height);
  const open = [0];
  middles[0] = 1;
  for (let cell = open.pop(); cell !== undefined; cell = open.pop()) {
    const column = cell % width;
    for (const next of [column > 0 ? cell - 1 : -1, column + 1 < width ? cell + 1 : -1, cell - width, cell + width]) {
      if (next < 0 || next >= middles.length || middles[next] === 1 || fifths[next]! <= 5 * radius) continue;
      middles[next] = 1;
      open.push(next);
    }
  }
  const fromMiddle = chamferDistance(middles, width, height);
  return Uint8Array.from(taken, (_, cell) =>
    fromMiddle[(Math.floor(cell / columns) + rim) * width + (cell % columns) + rim]! <= 5 * radius ? 1 : 0,
  );
}

function isWalledIn(taken: Uint8Array, columns: number, rows: number, column: number, row: number): boolean {
  let ways = 0;
  for (let direction = 0; direction < directions; direction++) {
    const angle = (2 * Math.PI * direction) / directions;
    const [stepX, stepY] = [Math.cos(angle), Math.sin(angle)];
    let [x, y] = [column + 0.5, row + 0.5];
    let meets = false;
    while (!meets) {
      x += stepX;
      y += stepY;
      if (x < 0 || y < 0 || x >= columns || y >= rows) break;
      meets = taken[Math.floor(y) * columns + Math.floor(x)] === 1;
    }
    if (!meets) ways++;
    if (ways > mostOpen) return false;
  }
  return true;
}

/** Cells in patches of at least so many, four neighbours a cell. */
function countOfPatches(open: Uint8Array, columns: number, rows: number, least: number): number {
  let count = 0;
  const seen = new Uint8Array(open.length);
  for (let start = 0; start < open.length; start++) {
    if (open[start] === 0 || seen[start] === 1) continue;
    const patch = [start];
    seen[start] = 1;
    for (const cell of patch) {
      const column = cell % columns;
      const beside = [column > 0 ? cell - 1 : -1, column < columns - 1 ? cell + 1 : -1, cell - columns, cell + columns];
      for (const next of beside) {
        if (next < 0 || next >= columns * rows || open[next] === 0 || seen[next] === 1) continue;
        seen[next] = 1;
        patch.push(next);
      }
    }
    if (patch.length >= least) count += patch.length;
  }
  return count;
}
