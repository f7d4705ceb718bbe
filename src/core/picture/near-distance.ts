import { chamferSteps, diagonal, farthest, framePx, knight, straight, type PassRows, passOverRows } from './distance';
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
/** Marks of a block: something in it lies within the reach, and can spread to the row after, to the block ahead or to that behind there. */
const isNear = 1;
const spreadsOver = 2;
const spreadsAhead = 4;
const spreadsBehind = 8;
const blockOf = (column: number) => Math.floor(column / blockPx);

/**
 * The chamfer 5-7-11 distance of `chamferDistance`, up to a reach. A block of pixels takes part in a pass only when something within the
 * reach lies in it or beside it.
 * Borgefors (1986), Distance transformations in digital images, Computer Vision, Graphics and Image Processing 34.
 * @param reach in fifths of a px, a whole number up to 65000.
 */
export function nearDistance(isSource: Uint8Array, width: number, height: number, reach: number): NearDistance {
  if (!Number.isInteger(reach) || reach < 0 || reach > 65000) {
    throw new RangeError(`nearDistance expects a reach of 0 to 65000 fifths of a px, got ${reach}`);
  }
  const blocks = Math.ceil(width / blockPx);
  const blockPitch = blocks + 2;
  const distance = new Uint16Array(width * height).fill(reach + 1);
  /** Marks of all blocks; framed, so that no neighbour lies outside. */
  const marks = new Uint8Array(blockPitch * (height + 2 * framePx));
  const words = wordsOf(isSource);
  for (let row = 0; row < height; row++) {
    const rowStart = row * width;
    const rowEnd = rowStart + width;
    const block = (row + framePx) * blockPitch + 1;
    let start = runEnd(isSource, words, false, rowStart, rowEnd);
    while (start < rowEnd) {
      const end = runEnd(isSource, words, true, start, rowEnd);
      for (let i = start; i < end; i++) distance[i] = 0;
      const lastBlock = blockOf(end - 1 - rowStart);
      for (let own = blockOf(start - rowStart); own <= lastBlock; own++) marks[block + own] = isNear;
      start = runEnd(isSource, words, false, end, rowEnd);
    }
  }
  for (const step of [1, -1] as const) {
    passOverRows(distance, { width, height, beyond: reach + 1 }, step, (rows, row) =>
      passOverBlocks(rows, marks, { width, blocks, reach }, row, step),
    );
  }
  return { width, height, reach, distance, ...spansOf(marks, width, height, blocks) };
}

/**
 * One row of a pass: the steps of the blocks that hold something within the reach, or into which something beside them can spread.
 * Tells whether there was any.
 */
function passOverBlocks(
  rows: PassRows,
  marks: Uint8Array,
  { width, blocks, reach }: { width: number; blocks: number; reach: number },
  row: number,
  step: 1 | -1,
): boolean {
  const { own } = rows;
  const firstBlock = step === 1 ? 0 : blocks - 1;
  const ownMarks = (row + framePx) * (blocks + 2) + 1 + firstBlock;
  const one = ownMarks - step * (blocks + 2);
  const two = one - step * (blocks + 2);
  // Marks of the two rows before: behind, above and ahead of a block.
  let behind = 0;
  let above = (marks[one] as number) | (marks[two] as number);
  let isReached = false;
  let any = false;
  for (let nth = 0; nth < blocks; nth++) {
    const along = step * nth;
    const ahead = (marks[one + along + step] as number) | (marks[two + along + step] as number);
    const mark = marks[ownMarks + along] as number;
    if (isReached || (mark | (behind & spreadsAhead) | (above & spreadsOver) | (ahead & spreadsBehind)) !== 0) {
      const column = (firstBlock + along) * blockPx;
      const columns = Math.min(blockPx, width - column);
      const first = framePx + (step === 1 ? column : column + columns - 1);
      const last = first + step * (columns - 1);
      const least = chamferSteps(rows, first, columns, step);
      let fresh = 0;
      if (least <= reach) {
        fresh = isNear;
        if (least + straight <= reach) fresh |= spreadsOver;
        if ((own[last] as number) + diagonal <= reach || (own[last - step] as number) + knight <= reach) fresh |= spreadsAhead;
        if ((own[first] as number) + diagonal <= reach || (own[first + step] as number) + knight <= reach) fresh |= spreadsBehind;
      }
      marks[ownMarks + along] = fresh;
      isReached = (own[last] as number) + straight <= reach;
      any = true;
    } else isReached = false;
    behind = above;
    above = ahead;
  }
  return any;
}

/** Blocks side by side become one stretch. */
function spansOf(marks: Uint8Array, width: number, height: number, blocks: number): { spans: Int32Array; firstSpan: Int32Array } {
  const spans = new RunList();
  const firstSpan = new Int32Array(height + 1);
  for (let row = 0; row < height; row++) {
    firstSpan[row] = spans.length;
    const blockRow = (row + framePx) * (blocks + 2) + 1;
    let block = 0;
    while (block < blocks) {
      while (block < blocks && marks[blockRow + block] === 0) block++;
      if (block === blocks) break;
      const first = block;
      while (block < blocks && marks[blockRow + block] !== 0) block++;
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
