import { assertRaster, at, type BinaryImage, type GreyImage } from './image';
import { closeCells, minOfNeighbours } from './cell-morphology';

export type FindLinesOptions = {
  /** Share of the local ink depth below paper at which a pixel counts as line: smaller finds fainter lines. Default 0.42, 0.1 to 0.9. */
  depthShare?: number;
  /** Least darkness below paper, in grey levels, that counts as ink. Default 6. */
  leastDepth?: number;
};

const cellPx = 16;
/** Reach of the closing in cells: a solid black area up to twice as wide is kept whole. */
const closingReachCells = 20;

/** Mean of each pixel and its eight neighbours; the border repeats. */
function blur3x3({ width, height, data }: GreyImage): Uint8Array {
  const rows = new Uint16Array(width * height);
  for (let row = 0; row < height; row++) {
    const start = row * width;
    for (let column = 0; column < width; column++) {
      const left = at(data, start + Math.max(0, column - 1));
      const right = at(data, start + Math.min(width - 1, column + 1));
      rows[start + column] = left + at(data, start + column) + right;
    }
  }
  const blurred = new Uint8Array(width * height);
  for (let row = 0; row < height; row++) {
    const above = Math.max(0, row - 1) * width;
    const below = Math.min(height - 1, row + 1) * width;
    for (let column = 0; column < width; column++) {
      blurred[row * width + column] = Math.round(
        (at(rows, above + column) + at(rows, row * width + column) + at(rows, below + column)) / 9,
      );
    }
  }
  return blurred;
}

/**
 * Standard deviation of the noise in grey levels, from the median response of a mask that is blind to slopes.
 * Immerkaer (1996), Fast noise variance estimation, Computer Vision and Image Understanding 64(2); the median instead of the
 * mean, so that the lines themselves do not count as noise.
 */
export function estimateNoise({ width, height, data }: GreyImage): number {
  if (width < 3 || height < 3) return 0;
  const histogram = new Uint32Array(255 * 16 + 1);
  let count = 0;
  for (let row = 1; row < height - 1; row += 2) {
    for (let column = 1; column < width - 1; column += 2) {
      const i = row * width + column;
      const corners = at(data, i - width - 1) + at(data, i - width + 1) + at(data, i + width - 1) + at(data, i + width + 1);
      const sides = at(data, i - width) + at(data, i - 1) + at(data, i + 1) + at(data, i + width);
      const response = Math.abs(corners - 2 * sides + 4 * at(data, i));
      histogram[response] = at(histogram, response) + 1;
      count++;
    }
  }
  let below = 0;
  let median = 0;
  while (median < histogram.length && below + at(histogram, median) <= count / 2) below += at(histogram, median++);
  return median / 0.6745 / 6;
}

/** Paper level (80th percentile) and ink level (minimum) of every cell. */
function cellLevels(blurred: Uint8Array, width: number, height: number, columns: number, rows: number) {
  const paper = new Float32Array(columns * rows);
  const ink = new Float32Array(columns * rows);
  const histogram = new Uint32Array(256);
  for (let cellRow = 0; cellRow < rows; cellRow++) {
    for (let cellColumn = 0; cellColumn < columns; cellColumn++) {
      histogram.fill(0);
      const bottom = Math.min(height, (cellRow + 1) * cellPx);
      const right = Math.min(width, (cellColumn + 1) * cellPx);
      let count = 0;
      for (let row = cellRow * cellPx; row < bottom; row++) {
        for (let column = cellColumn * cellPx; column < right; column++) {
          const level = at(blurred, row * width + column);
          histogram[level] = at(histogram, level) + 1;
          count++;
        }
      }
      let darkest = 0;
      while (at(histogram, darkest) === 0) darkest++;
      let level = 255;
      for (let above = at(histogram, 255); above <= count * 0.2; above += at(histogram, level)) level--;
      paper[cellRow * columns + cellColumn] = level;
      ink[cellRow * columns + cellColumn] = darkest;
    }
  }
  return { paper, ink };
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
  const blurred = blur3x3(image);
  const columns = Math.ceil(width / cellPx);
  const rows = Math.ceil(height / cellPx);
  const { paper, ink } = cellLevels(blurred, width, height, columns, rows);
  const closedPaper = closeCells(paper, columns, rows, closingReachCells);
  const localInk = minOfNeighbours(ink, columns, rows);
  // A mean of nine has a third of the noise of one pixel.
  const floor = Math.max((4 * estimateNoise(image)) / 3, leastDepth);
  const thresholds = closedPaper.map((level, cell) => level - Math.max(floor, depthShare * (level - at(localInk, cell))));
  return { width, height, data: compareWithCells(blurred, thresholds, { width, height, columns, rows }), pxPerMm: image.pxPerMm };
}

/** 1 where a pixel is darker than the threshold, which is bilinear between the cell centres. */
function compareWithCells(
  blurred: Uint8Array,
  thresholds: Float32Array,
  size: { width: number; height: number; columns: number; rows: number },
): Uint8Array {
  const { width, height, columns, rows } = size;
  const data = new Uint8Array(width * height);
  const blend = (position: number, count: number) => {
    const along = Math.min(count - 1, Math.max(0, (position + 0.5) / cellPx - 0.5));
    const first = Math.floor(along);
    return { first, second: Math.min(count - 1, first + 1), weight: along - first };
  };
  const across = Array.from({ length: width }, (_, column) => blend(column, columns));
  for (let row = 0; row < height; row++) {
    const down = blend(row, rows);
    const line = new Float32Array(columns);
    for (let cell = 0; cell < columns; cell++) {
      const upper = at(thresholds, down.first * columns + cell);
      line[cell] = upper + (at(thresholds, down.second * columns + cell) - upper) * down.weight;
    }
    for (let column = 0; column < width; column++) {
      const { first, second, weight } = across[column] as (typeof across)[number];
      const threshold = at(line, first) + (at(line, second) - at(line, first)) * weight;
      if (at(blurred, row * width + column) < threshold) data[row * width + column] = 1;
    }
  }
  return data;
}
