import { closeCells, minOfNeighbours } from './cell-morphology';
import { assertRaster, type BinaryImage, type GreyImage } from './image';

export type FindLinesOptions = {
  /** Share of the local ink depth below paper at which a pixel counts as line: smaller finds fainter lines. Default 0.42, 0.1 to 0.9. */
  depthShare?: number;
  /** Least darkness below paper, in grey levels, that counts as ink. Default 6. */
  leastDepth?: number;
};

/** Side of the cells in which the levels of paper and ink are found. */
export const cellPx = 16;
/** Reach of the closing in cells: a solid black area up to twice as wide is kept whole. */
const closingReachCells = 20;

/** Sum of each pixel and its eight neighbours over 9, rounded; the border repeats. */
function blur3x3({ width, height, data }: GreyImage): Uint8Array {
  const sums = [new Uint16Array(width), new Uint16Array(width), new Uint16Array(width)] as const;
  const sumRow = (row: number, target: Uint16Array) => {
    const start = row * width;
    let left = data[start] as number;
    let middle = left;
    for (let column = 0; column < width; column++) {
      const right = column + 1 < width ? (data[start + column + 1] as number) : middle;
      target[column] = left + middle + right;
      left = middle;
      middle = right;
    }
  };
  const blurred = new Uint8Array(width * height);
  let [above, own, below] = sums;
  sumRow(0, above);
  own.set(above);
  for (let row = 0; row < height; row++) {
    sumRow(Math.min(height - 1, row + 1), below);
    const start = row * width;
    for (let column = 0; column < width; column++) {
      // 7282 / 65536 is a ninth; exact for sums up to 9 x 255.
      blurred[start + column] = (((above[column] as number) + (own[column] as number) + (below[column] as number)) * 7282 + 32768) >>> 16;
    }
    [above, own, below] = [own, below, above];
  }
  return blurred;
}

export type CellLevels = {
  columns: number;
  rows: number;
  paper: Float32Array;
  ink: Float32Array;
  /** Standard deviation of the grain of the paper after the blur, in grey levels. */
  grain: number;
};

/**
 * How far the lightest of 64 pixels of blank paper lies above the mean of its lighter half, in standard deviations: the greatest
 * of 64 normal numbers is expected 2.3 above the mean (Tippett 1925, from memory), the lighter half lies 0.8 above it.
 */
const reachOfGrain = 1.5;
/**
 * Depth in standard deviations of the grain under which nothing counts as ink. The closed paper level lies up to 2 above the mean;
 * 4 more leave a few specks a page.
 */
const grainFloor = 6;

/**
 * Levels of paper (mean of what is lighter than half way between the extremes) and ink (darkest) of every cell, from every second
 * pixel of every second row: after the blur no line is narrower than that.
 */
function cellLevels(blurred: Uint8Array, width: number, height: number): CellLevels {
  const columns = Math.ceil(width / cellPx);
  const rows = Math.ceil(height / cellPx);
  const paper = new Float32Array(columns * rows);
  const ink = new Float32Array(columns * rows);
  const reach = new Float32Array(columns * rows);
  for (let cell = 0; cell < paper.length; cell++) {
    const top = Math.floor(cell / columns) * cellPx;
    const left = (cell % columns) * cellPx;
    const bottom = Math.min(height, top + cellPx);
    const right = Math.min(width, left + cellPx);
    let darkest = 255;
    let lightest = 0;
    for (let row = top; row < bottom; row += 2) {
      for (let i = row * width + left; i < row * width + right; i += 2) {
        const level = blurred[i] as number;
        if (level < darkest) darkest = level;
        if (level > lightest) lightest = level;
      }
    }
    const half = (darkest + lightest) / 2;
    let sum = 0;
    let count = 0;
    for (let row = top; row < bottom; row += 2) {
      for (let i = row * width + left; i < row * width + right; i += 2) {
        const level = blurred[i] as number;
        if (level < half) continue;
        sum += level;
        count++;
      }
    }
    paper[cell] = count > 0 ? sum / count : lightest;
    ink[cell] = darkest;
    reach[cell] = lightest - (paper[cell] as number);
  }
  return { columns, rows, paper, ink, grain: (reach.sort()[reach.length >> 1] as number) / reachOfGrain };
}

/** A cell nearer to paper than this share of the way down to the ink shows its own paper: grey card on a white lid is no ink. */
const ownPaperShare = 0.35;

/** Level of the paper in every cell, closed across what is drawn on it: large solid blacks too. */
export function paperLevels(image: GreyImage): CellLevels & { blurred: Uint8Array } {
  const blurred = blur3x3(image);
  const levels = cellLevels(blurred, image.width, image.height);
  const closed = closeCells(levels.paper, levels.columns, levels.rows, closingReachCells);
  const darkest = Float32Array.from(levels.ink).sort()[Math.floor(levels.ink.length / 100)] as number;
  const paper = closed.map((level, cell) => {
    const own = levels.paper[cell] as number;
    return level - own < ownPaperShare * (level - darkest) ? own : level;
  });
  return { ...levels, paper, blurred };
}

/**
 * Lines of a stamped or scanned image, whatever its ink and lighting ("local mid"): the threshold lies between the local
 * levels of paper and ink, found in cells of 16 px. Large solid blacks are kept whole, since the paper level is closed across them.
 * @returns 1 = line; keeps pxPerMm.
 * @throws RangeError when the raster or an option is out of range.
 */
export function findLines(image: GreyImage, options: FindLinesOptions = {}): BinaryImage {
  assertRaster(image, 'findLines');
  const { depthShare = 0.42, leastDepth = 6 } = options;
  if (!(depthShare >= 0.1 && depthShare <= 0.9)) throw new RangeError(`findLines expects depthShare 0.1 to 0.9, got ${depthShare}`);
  const { width, height } = image;
  const { columns, rows, paper, ink, grain, blurred } = paperLevels(image);
  const localInk = minOfNeighbours(ink, columns, rows);
  const floor = Math.max(grainFloor * grain, leastDepth);
  const thresholds = paper.map((level, cell) => level - Math.max(floor, depthShare * (level - (localInk[cell] as number))));
  return { width, height, data: compareWithCells(blurred, thresholds, { width, height, columns, rows }), pxPerMm: image.pxPerMm };
}

/** Runs over the values of one row of cells, bilinear between the cell centres, in spans along which they are straight. */
export function alongCellRow(
  cells: Float32Array,
  size: { width: number; columns: number; rows: number },
  row: number,
  span: (from: number, to: number, first: number, step: number) => void,
): void {
  const { width, columns, rows } = size;
  const down = Math.min(rows - 1, Math.max(0, (row + 0.5) / cellPx - 0.5));
  const upper = Math.floor(down);
  const lower = Math.min(rows - 1, upper + 1);
  const level = (column: number) => {
    const above = cells[upper * columns + column] as number;
    return above + ((cells[lower * columns + column] as number) - above) * (down - upper);
  };
  const half = cellPx / 2;
  let here = level(0);
  span(0, Math.min(width, half), here, 0);
  for (let cell = 0; cell * cellPx + half < width; cell++) {
    const next = level(Math.min(columns - 1, cell + 1));
    const step = (next - here) / cellPx;
    span(cell * cellPx + half, Math.min(width, (cell + 1) * cellPx + half), here + 0.5 * step, step);
    here = next;
  }
}

/** 1 where a pixel is darker than the threshold, which is bilinear between the cell centres. */
function compareWithCells(
  blurred: Uint8Array,
  thresholds: Float32Array,
  size: { width: number; height: number; columns: number; rows: number },
): Uint8Array {
  const { width, height } = size;
  const data = new Uint8Array(width * height);
  for (let row = 0; row < height; row++) {
    const start = row * width;
    alongCellRow(thresholds, size, row, (from, to, first, step) => {
      let threshold = first;
      for (let i = start + from; i < start + to; i++, threshold += step) if ((blurred[i] as number) < threshold) data[i] = 1;
    });
  }
  return data;
}
