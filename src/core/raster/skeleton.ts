import { labelComponents } from './components';
import { chamferUnitsPerPx } from './distance';
import { assertRaster, type BinaryImage } from './image';
import { runsOf } from './runs';
import { depthAlong } from './spread-labels';

/** A stretch of a stroke's middle line between two places where lines meet or end. */
export type Branch = {
  /** Pixel numbers (row x width + column) from one end to the other. */
  pixels: number[];
  /** Whether the stroke simply ends at the first, and at the last, pixel: no other line starts there. */
  freeFirst: boolean;
  freeLast: boolean;
  /** Half the width of the stroke in px, mean along the branch. */
  halfWidthPx: number;
  lengthPx: number;
};

/** Offsets of the eight neighbours, clockwise from 12 o'clock. */
function ringOffsets(width: number): readonly number[] {
  return [-width, -width + 1, 1, width + 1, width, width - 1, -1, -width - 1];
}

/** Bits of the straight neighbours in the number that tells which of the eight are ink: a bit for each, clockwise from 12 o'clock. */
const straightBits = { up: 1, right: 4, down: 16, left: 64 } as const;

/** Whether a pixel with such neighbours is peeled off: from the right and from below in the first half of a round, from the other sides in the second. */
function isPeeled(ink: number, half: 0 | 1): boolean {
  let neighbours = 0;
  let changes = 0;
  for (let turn = 0; turn < 8; turn++) {
    const isInk = (ink >> turn) & 1;
    neighbours += isInk;
    if (isInk === 1 && ((ink >> ((turn + 7) & 7)) & 1) === 0) changes++;
  }
  if (neighbours < 2 || neighbours > 6 || changes !== 1) return false;
  const all = (bits: number) => (ink & bits) === bits;
  const { up, right, down, left } = straightBits;
  return half === 0 ? !all(up | right | down) && !all(right | down | left) : !all(up | right | left) && !all(up | down | left);
}

/**
 * One px wide middle lines: pixels are peeled off the border, alternately from two sides, while the shape stays connected.
 * Zhang and Suen (1984), A fast parallel algorithm for thinning digital patterns, Communications of the ACM 27(3). Pixels on the rim of the
 * image count as paper.
 */
export function thin(lines: BinaryImage): BinaryImage {
  assertRaster(lines, 'thin');
  const { width, height } = lines;
  const data = new Uint8Array(lines.data);
  for (let column = 0; column < width; column++) data[column] = data[(height - 1) * width + column] = 0;
  for (let row = 0; row < height; row++) data[row * width] = data[row * width + width - 1] = 0;
  const peels = ([0, 1] as const).map((half) => Uint8Array.from({ length: 256 }, (_, ink) => (isPeeled(ink, half) ? 1 : 0)));
  const ink = pixelsOf(data);
  const peeled = new Int32Array(ink.length);
  let left = ink.length;
  let goesOn = true;
  while (goesOn) {
    goesOn = false;
    for (const table of peels) {
      let next = 0;
      for (let nth = 0; nth < left; nth++)
        if (table[neighboursOf(data, ink[nth] as number, width)] === 1) peeled[next++] = ink[nth] as number;
      if (next === 0) continue;
      goesOn = true;
      for (let nth = 0; nth < next; nth++) data[peeled[nth] as number] = 0;
      let kept = 0;
      for (let nth = 0; nth < left; nth++) if (data[ink[nth] as number] === 1) ink[kept++] = ink[nth] as number;
      left = kept;
    }
  }
  return { width, height, data, pxPerMm: lines.pxPerMm };
}

/** Which of the eight neighbours of a pixel are ink, as bits. */
function neighboursOf(data: Uint8Array, i: number, width: number): number {
  return (
    (data[i - width] as number) |
    ((data[i - width + 1] as number) << 1) |
    ((data[i + 1] as number) << 2) |
    ((data[i + width + 1] as number) << 3) |
    ((data[i + width] as number) << 4) |
    ((data[i + width - 1] as number) << 5) |
    ((data[i - 1] as number) << 6) |
    ((data[i - width - 1] as number) << 7)
  );
}

/** The pixels that are 1, in reading order. */
function pixelsOf(data: Uint8Array): Int32Array {
  let count = 0;
  for (let i = 0; i < data.length; i++) count += data[i] as number;
  const pixels = new Int32Array(count);
  let next = 0;
  for (let i = 0; i < data.length; i++) if (data[i] === 1) pixels[next++] = i;
  return pixels;
}

/** Takes out of a skeleton the corner pixels of its steps, so that a plain line has two neighbours everywhere. */
function withoutSteps(skeleton: BinaryImage): Uint8Array {
  const { width, height } = skeleton;
  const data = new Uint8Array(skeleton.data);
  for (let i = width + 1; i < width * (height - 1) - 1; i++) {
    if (!data[i]) continue;
    const up = data[i - width] as number;
    const right = data[i + 1] as number;
    const down = data[i + width] as number;
    const left = data[i - 1] as number;
    if (up + right + down + left !== 2 || up === down) continue;
    // A corner: its two neighbours touch diagonally without it; only a pixel on the outer diagonal would be cut off.
    const outer = (up ? i + width : i - width) + (right ? -1 : 1);
    if (!data[outer]) data[i] = 0;
  }
  return data;
}

function walk(start: number, belongs: (i: number) => boolean, ring: readonly number[]): number[] {
  const path = [start];
  const seen = new Set(path);
  for (let here: number | undefined = start; here !== undefined; ) {
    const from: number = here;
    here = ring.map((offset) => from + offset).find((next) => belongs(next) && !seen.has(next));
    if (here !== undefined) {
      path.push(here);
      seen.add(here);
    }
  }
  return path;
}

function pathLength(pixels: readonly number[], width: number): number {
  let length = 0;
  for (let index = 1; index < pixels.length; index++) {
    const step = Math.abs((pixels[index] as number) - (pixels[index - 1] as number));
    length += step === 1 || step === width ? 1 : Math.SQRT2;
  }
  return length;
}

/**
 * Cuts line work into branches: its skeleton without the pixels where three or more lines meet.
 * @returns branches in reading order of their first pixel.
 */
export function findBranches(lines: BinaryImage): Branch[] {
  const { width, height } = lines;
  const skeleton = withoutSteps(thin(lines));
  const ring = ringOffsets(width);
  const joints = new Uint8Array(skeleton.length);
  const stretches = new Uint8Array(skeleton.length);
  const middle = pixelsOf(skeleton);
  for (let nth = 0; nth < middle.length; nth++) {
    const i = middle[nth] as number;
    let neighbours = 0;
    for (let turn = 0; turn < 8; turn++) neighbours += skeleton[i + (ring[turn] as number)] as number;
    if (neighbours > 2) joints[i] = 1;
    else stretches[i] = 1;
  }
  const { labels, count, firstPx } = labelComponents({ width, height, data: stretches }, { connectivity: 8 });
  const depth = depthAlong(runsOf(lines.data, width), width, height);
  // Where each stretch begins: a pixel with at most one neighbour of its own, or, on a loop, its first.
  const starts = new Int32Array(count + 1).fill(-1);
  for (let nth = 0; nth < middle.length; nth++) {
    const i = middle[nth] as number;
    const label = labels[i] as number;
    if (label === 0 || (starts[label] as number) >= 0) continue;
    let own = 0;
    for (let turn = 0; turn < 8; turn++) if (labels[i + (ring[turn] as number)] === label) own++;
    if (own <= 1) starts[label] = i;
  }
  const isFree = (i: number) => !ring.some((offset) => joints[i + offset] === 1);
  return Array.from({ length: count }, (_, index): Branch => {
    const label = index + 1;
    const isLoop = (starts[label] as number) < 0;
    const pixels = walk((isLoop ? firstPx[label] : starts[label]) as number, (i) => labels[i] === label, ring);
    const depthSum = pixels.reduce((sum, i) => sum + (depth[i] as number), 0);
    return {
      pixels,
      freeFirst: !isLoop && isFree(pixels[0] as number),
      freeLast: !isLoop && isFree(pixels.at(-1) as number),
      halfWidthPx: depthSum / pixels.length / chamferUnitsPerPx,
      lengthPx: pathLength(pixels, width),
    };
  });
}
