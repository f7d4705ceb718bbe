import { closeCells, minOfNeighbours } from '#core/raster/cell-morphology';
import { assertRaster, type BinaryImage, type GreyImage } from '#core/raster/image';

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

/**
 * Sums of the pixels of one row with their eight neighbours, 0 to 9 x 255, into `target` from `offset` on; the border repeats. Nine times
 * the mean is as good as the mean and needs no division.
 */
function sumNines({ width, height, data }: GreyImage, row: number, target: Uint16Array, offset: number): void {
  const above = Math.max(0, row - 1) * width;
  const own = row * width;
  const below = Math.min(height - 1, row + 1) * width;
  let middle = (data[above] as number) + (data[own] as number) + (data[below] as number);
  let left = middle;
  for (let column = 1; column < width; column++) {
    const right = (data[above + column] as number) + (data[own + column] as number) + (data[below + column] as number);
    target[offset + column - 1] = left + middle + right;
    left = middle;
    middle = right;
  }
  target[offset + width - 1] = left + 2 * middle;
}

export type CellLevels = {
  columns: number;
  rows: number;
  paper: Float32Array;
  ink: Float32Array;
  /** Standard deviation of the grain of the paper, as means of nine pixels, in grey levels. */
  grain: number;
};

/**
 * How far the lightest of 64 pixels of blank paper lies above the mean of its lighter half, in standard deviations: the greatest
 * of 64 normal numbers is expected 2.3 above the mean (Tippett 1925, from memory), the lighter half lies 0.8 above it.
 */
const reachOfGrain = 1.5;
/**
 * How far the darkest of 64 pixels of blank paper lies below the mean of its lighter half, in standard deviations: 3.1 are expected (see
 * reachOfGrain), and 2.1 where all above the mean is cut off at white, as evened light or a scanner's own white leaves it.
 */
const depthOfGrain = 2.3;
/** A cell shallower than this share of the page's own depth may be blank; with fewer of them than this share the page tells no grain. */
const blankCells = { depthShare: 0.3, least: 0.05 };
/**
 * Depth in standard deviations of the grain under which nothing counts as ink. The closed paper level lies up to 2 above the mean;
 * 4 more leave a few specks a page.
 */
const grainFloor = 6;

/**
 * Levels of paper (mean of what is lighter than half way between the extremes) and ink (darkest) of every cell, from means of nine
 * at every second pixel of every second row: no line is narrower than that.
 */
function cellLevels(image: GreyImage): CellLevels {
  const { width, height } = image;
  const columns = Math.ceil(width / cellPx);
  const rows = Math.ceil(height / cellPx);
  const paper = new Float32Array(columns * rows);
  const ink = new Float32Array(columns * rows);
  const reach = new Float32Array(columns * rows);
  const sums = new Uint16Array((cellPx / 2) * width);
  for (let cellRow = 0; cellRow < rows; cellRow++) {
    let end = 0;
    for (let row = cellRow * cellPx; row < Math.min(height, (cellRow + 1) * cellPx); row += 2, end += width)
      sumNines(image, row, sums, end);
    for (let cellColumn = 0; cellColumn < columns; cellColumn++) {
      const left = cellColumn * cellPx;
      const right = Math.min(width, left + cellPx);
      let darkest = 9 * 255;
      let lightest = 0;
      for (let start = 0; start < end; start += width) {
        for (let i = start + left; i < start + right; i += 2) {
          const sum = sums[i] as number;
          if (sum < darkest) darkest = sum;
          if (sum > lightest) lightest = sum;
        }
      }
      const half = (darkest + lightest) / 2;
      let total = 0;
      let count = 0;
      for (let start = 0; start < end; start += width) {
        for (let i = start + left; i < start + right; i += 2) {
          const sum = sums[i] as number;
          if (sum < half) continue;
          total += sum;
          count++;
        }
      }
      const cell = cellRow * columns + cellColumn;
      paper[cell] = total / count / 9;
      ink[cell] = darkest / 9;
      reach[cell] = lightest / 9 - (paper[cell] as number);
    }
  }
  const grain = Math.max(medianOf(reach) / reachOfGrain, grainFromBelow(paper, ink));
  return { columns, rows, paper, ink, grain };
}

const medianOf = (values: Float32Array): number => Float32Array.from(values).sort()[values.length >> 1] ?? 0;

/** The grain as the dark side of blank cells tells it: the light side tells nothing where it is cut off at white. */
function grainFromBelow(paper: Float32Array, ink: Float32Array): number {
  const sorted = Float32Array.from(ink).sort();
  const darkest = sorted[Math.floor(sorted.length / 100)] as number;
  const deepest = blankCells.depthShare * (medianOf(paper) - darkest);
  const depths = paper.map((level, cell) => level - (ink[cell] as number)).filter((depth) => depth < deepest);
  return depths.length < blankCells.least * paper.length ? 0 : medianOf(depths) / depthOfGrain;
}

/**
 * A cell nearer to paper than this share of the way down to the ink shows its own paper: grey card on a white lid is no ink. In the shade of a hand
 * paper may be darker, though not as dark as solid ink.
 */
const ownPaperShare = { plain: 0.35, inShade: 0.55 };
/** Shade is wider than twice this many cells: a smaller blank patch may be a solid of pale ink. */
const shadeReachCells = 2;
/**
 * A cell is blank when what is darkest in it lies no deeper than so many standard deviations of the grain (3.1 are expected, see reachOfGrain), or
 * so many grey levels: a pale line is deeper.
 */
const blankDepth = { grains: 5, levels: 5 };
/** How far a cell in the shade tells of the paper round it, in cells: over one that is drawn on. */
const tellsOfCells = 2;

/**
 * Level of the paper in every cell, closed across what is drawn on it: large solid blacks too. Beside a blank cell in the shade it is no lighter
 * than there: at the edge of a shadow, what is no darker than the paper in the shade is no ink. `lit` is the level without that regard.
 */
export function paperLevels(image: GreyImage): CellLevels & { lit: Float32Array } {
  const levels = cellLevels(image);
  const { columns, rows } = levels;
  const closed = closeCells(levels.paper, columns, rows, closingReachCells);
  const withoutSmall = closeCells(levels.paper, columns, rows, shadeReachCells);
  const darkest = Float32Array.from(levels.ink).sort()[Math.floor(levels.ink.length / 100)] as number;
  const deepestBlank = Math.max(blankDepth.levels, blankDepth.grains * levels.grain);
  const shade = new Float32Array(closed.length).fill(255);
  const paper = closed.map((level, cell) => {
    const own = levels.paper[cell] as number;
    const isBlank = own - (levels.ink[cell] as number) < deepestBlank;
    const isShade = isBlank && (withoutSmall[cell] as number) - own < deepestBlank;
    if (level - own >= (isShade ? ownPaperShare.inShade : ownPaperShare.plain) * (level - darkest)) return level;
    if (isShade) shade[cell] = own;
    return own;
  });
  const darkestNear = minOfNeighbours(shade, columns, rows, tellsOfCells);
  const lit = closed.map((level, cell) => {
    const own = levels.paper[cell] as number;
    return level - own < ownPaperShare.plain * (level - darkest) ? own : level;
  });
  return { ...levels, lit, paper: paper.map((level, cell) => Math.min(level, darkestNear[cell] as number)) };
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
  const { columns, rows, paper, ink, grain } = paperLevels(image);
  const localInk = minOfNeighbours(ink, columns, rows);
  const floor = Math.max(grainFloor * grain, leastDepth);
  const thresholds = paper.map((level, cell) => level - Math.max(floor, depthShare * (level - (localInk[cell] as number))));
  return { width, height, data: compareWithCells(image, thresholds, columns, rows), pxPerMm: image.pxPerMm };
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

/** 1 where the mean of nine pixels is darker than the threshold, which is bilinear between the cell centres. */
function compareWithCells(image: GreyImage, thresholds: Float32Array, columns: number, rows: number): Uint8Array {
  const { width, height } = image;
  const data = new Uint8Array(width * height);
  const sums = new Uint16Array(width);
  for (let row = 0; row < height; row++) {
    sumNines(image, row, sums, 0);
    const start = row * width;
    alongCellRow(thresholds, { width, columns, rows }, row, (from, to, first, step) => {
      let threshold = 9 * first;
      for (let column = from; column < to; column++, threshold += 9 * step)
        if ((sums[column] as number) < threshold) data[start + column] = 1;
    });
  }
  return data;
}
