import { diagonal, farthest, knight, stepsBack, straight } from './distance';
import { RunList, runEnd, wordsOf } from './runs';

/**
 * Chamfer distance that is kept only where it is small: line work is thin, so most of a picture lies farther from every line than any
 * question about breaks and necks reaches, and is never looked at pixel by pixel.
 */
export type NearDistance = {
  width: number;
  height: number;
  /** In fifths of a px, as the distance. */
  reach: number;
  /** Fifths of a px; everything farther than the reach holds reach + 1. */
  distance: Uint16Array;
  /** Stretches of rows that hold every pixel within the reach (and a few more): first pixel and the pixel after the last, in reading order. */
  spans: Int32Array;
  /** Index in spans at which the stretches of each row begin; one more entry ends the last row. */
  firstSpan: Int32Array;
};

/** Columns that are looked at or left out together. */
const blockPx = 8;
/** Blocks whose marks are read together, as one word. */
const blocksPerWord = 4;
/** Steps of the distance reach over two rows and two columns. */
const frame = 2;
const blockOf = (column: number) => Math.floor(column / blockPx);

/** Marks of blocks, 1 where something within the reach lies in one or may come to; framed, so that no neighbour lies outside. */
type Marks = { bytes: Uint8Array; words: Uint32Array; blocks: number; pitch: number };

function emptyMarks(width: number, height: number): Marks {
  const blocks = Math.ceil(width / blockPx);
  const pitch = (Math.ceil(blocks / blocksPerWord) + 2) * blocksPerWord;
  const bytes = new Uint8Array(pitch * (height + 2 * frame));
  return { bytes, words: new Uint32Array(bytes.buffer), blocks, pitch };
}

/** Where the marks of a row begin. */
const marksOfRow = ({ pitch }: Marks, row: number) => (row + frame) * pitch + blocksPerWord;

/**
 * The chamfer 5-7-11 distance of `chamferDistance`, up to a reach. A block of pixels takes part in a pass only when something within the
 * reach lies in it or can spread into it.
 * Borgefors (1986), Distance transformations in digital images, Computer Vision, Graphics and Image Processing 34.
 * @param reach in fifths of a px, a whole number up to 65000.
 */
export function nearDistance(isSource: Uint8Array, width: number, height: number, reach: number): NearDistance {
  if (!Number.isInteger(reach) || reach < 0 || reach > 65000) {
    throw new RangeError(`nearDistance expects a reach of 0 to 65000 fifths of a px, got ${reach}`);
  }
  const distance = new Uint16Array(width * height).fill(reach + 1);
  const marks = emptyMarks(width, height);
  const words = wordsOf(isSource);
  for (let row = 0; row < height; row++) {
    const rowStart = row * width;
    const rowEnd = rowStart + width;
    const block = marksOfRow(marks, row);
    let start = runEnd(isSource, words, false, rowStart, rowEnd);
    while (start < rowEnd) {
      const end = runEnd(isSource, words, true, start, rowEnd);
      for (let i = start; i < end; i++) distance[i] = 0;
      const lastBlock = blockOf(end - 1 - rowStart);
      for (let own = blockOf(start - rowStart); own <= lastBlock; own++) marks.bytes[block + own] = 1;
      start = runEnd(isSource, words, false, end, rowEnd);
    }
  }
  const pass = { distance, width, height, reach, marks };
  for (let row = 0; row < height; row++) passOverRow(pass, row, 1);
  for (let row = height - 1; row >= 0; row--) passOverRow(pass, row, -1);
  return { width, height, reach, distance, ...spansOf(marks, width, height) };
}

type Pass = { distance: Uint16Array; width: number; height: number; reach: number; marks: Marks };

/** One row of a pass, downwards and to the right (step 1) or upwards and to the left: the steps of its marked blocks. */
function passOverRow({ distance, width, height, reach, marks }: Pass, row: number, step: 1 | -1): void {
  const { bytes, words, blocks, pitch } = marks;
  const own = marksOfRow(marks, row);
  const next = own + step * pitch;
  const afterNext = next + step * pitch;
  const wordsInRow = Math.ceil(blocks / blocksPerWord);
  const firstWord = own / blocksPerWord;
  const isRimRow = step === 1 ? row < frame : row >= height - frame;
  /** Whether the block before reaches into the next one along the row. */
  let isReached = false;
  for (let nth = 0; nth < wordsInRow; nth++) {
    const word = step === 1 ? nth : wordsInRow - 1 - nth;
    if (!isReached && words[firstWord + word] === 0) continue;
    for (let within = 0; within < blocksPerWord; within++) {
      const block = blocksPerWord * word + (step === 1 ? within : blocksPerWord - 1 - within);
      if (block >= blocks || (!isReached && bytes[own + block] === 0)) continue;
      const column = block * blockPx;
      const columns = Math.min(blockPx, width - column);
      const left = row * width + column;
      const first = step === 1 ? left : left + columns - 1;
      const last = step === 1 ? left + columns - 1 : left;
      const isAtRim = isRimRow || column < frame || column + columns > width - frame;
      const least = isAtRim ? stepsAtRim(distance, first, columns, step, width) : stepsInside(distance, first, columns, step, width);
      bytes[own + block] = least <= reach ? 1 : 0;
      if (least + straight <= reach) {
        bytes[next + block] = 1;
        bytes[afterNext + block] = 1;
      }
      const atLast = distance[last] as number;
      const inner = columns > 1 ? step : 0;
      if (Math.min(atLast + diagonal, (distance[last - inner] as number) + knight) <= reach) {
        bytes[next + block + step] = 1;
        bytes[afterNext + block + step] = 1;
      }
      if (Math.min((distance[first] as number) + diagonal, (distance[first + inner] as number) + knight) <= reach) {
        bytes[next + block - step] = 1;
        bytes[afterNext + block - step] = 1;
      }
      isReached = atLast + straight <= reach;
    }
  }
}

/**
 * Every pixel of a stretch takes the least of its own distance and those of the eight neighbours already seen plus the step from there; all
 * of these lie in the picture.
 * @returns the least of the distances after it.
 */
function stepsInside(distance: Uint16Array, first: number, count: number, step: 1 | -1, width: number): number {
  const up = -step * width;
  let previous = distance[first - step] as number;
  let least = farthest;
  const end = first + step * count;
  for (let i = first; i !== end; i += step) {
    let best = distance[i] as number;
    if (best > straight) {
      const above = i + up;
      if (previous + straight < best) best = previous + straight;
      let other = (distance[above] as number) + straight;
      if (other < best) best = other;
      other = (distance[above - 1] as number) + diagonal;
      if (other < best) best = other;
      other = (distance[above + 1] as number) + diagonal;
      if (other < best) best = other;
      other = (distance[above - 2] as number) + knight;
      if (other < best) best = other;
      other = (distance[above + 2] as number) + knight;
      if (other < best) best = other;
      other = (distance[above + up - 1] as number) + knight;
      if (other < best) best = other;
      other = (distance[above + up + 1] as number) + knight;
      if (other < best) best = other;
      distance[i] = best;
    }
    if (best < least) least = best;
    previous = best;
  }
  return least;
}

/** The same where neighbours may lie outside the picture. */
function stepsAtRim(distance: Uint16Array, first: number, count: number, step: 1 | -1, width: number): number {
  let least = farthest;
  for (let nth = 0; nth < count; nth++) {
    const i = first + step * nth;
    const column = i % width;
    let best = distance[i] as number;
    for (const { columns, rows, cost } of stepsBack) {
      const otherColumn = column + step * columns;
      const other = i + step * (columns + rows * width);
      if (otherColumn < 0 || otherColumn >= width || other < 0 || other >= distance.length) continue;
      best = Math.min(best, (distance[other] as number) + cost);
    }
    distance[i] = best;
    least = Math.min(least, best);
  }
  return least;
}

/** Blocks side by side become one stretch. */
function spansOf(marks: Marks, width: number, height: number): { spans: Int32Array; firstSpan: Int32Array } {
  const { bytes, blocks } = marks;
  const spans = new RunList();
  const firstSpan = new Int32Array(height + 1);
  for (let row = 0; row < height; row++) {
    firstSpan[row] = spans.length;
    const blockRow = marksOfRow(marks, row);
    let block = 0;
    while (block < blocks) {
      while (block < blocks && bytes[blockRow + block] === 0) block++;
      if (block === blocks) break;
      const first = block;
      while (block < blocks && bytes[blockRow + block] !== 0) block++;
      spans.add(row * width + first * blockPx, row * width + Math.min(width, block * blockPx));
    }
  }
  firstSpan[height] = spans.length;
  return { spans: spans.all(), firstSpan };
}

/**
 * Walks a picture in reading order, stretch by stretch of a row: those that may hold pixels within the reach, and those that lie
 * farther throughout.
 */
export function forEachStretch(
  { width, height, spans, firstSpan }: NearDistance,
  visitNear: (start: number, end: number) => void,
  visitFar: (start: number, end: number) => void,
): void {
  for (let row = 0; row < height; row++) {
    let start = row * width;
    for (let span = firstSpan[row] as number; span < (firstSpan[row + 1] as number); span += 2) {
      const nearStart = spans[span] as number;
      const nearEnd = spans[span + 1] as number;
      if (nearStart > start) visitFar(start, nearStart);
      visitNear(nearStart, nearEnd);
      start = nearEnd;
    }
    if (start < (row + 1) * width) visitFar(start, (row + 1) * width);
  }
}

/** A distance that is known everywhere, as one whose stretches cover all. */
export function nearEverywhere(distance: Uint16Array, width: number, height: number): NearDistance {
  const spans = new Int32Array(2 * height);
  for (let row = 0; row < height; row++) {
    spans[2 * row] = row * width;
    spans[2 * row + 1] = (row + 1) * width;
  }
  return { width, height, reach: farthest, distance, spans, firstSpan: Int32Array.from({ length: height + 1 }, (_, row) => 2 * row) };
}
