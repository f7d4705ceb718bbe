import { labelComponents } from './components';
import { chamferDistance, chamferUnitsPerPx } from './distance';
import { assertRaster, type BinaryImage } from './image';

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
  const ring = ringOffsets(width);
  let ink: number[] = [];
  for (let i = 0; i < data.length; i++) if (data[i]) ink.push(i);
  let goesOn = true;
  while (goesOn) {
    goesOn = false;
    for (const side of [0, 1]) {
      const peeled: number[] = [];
      for (const i of ink) {
        let neighbours = 0;
        let changes = 0;
        let before = data[i + (ring[7] as number)] as number;
        for (let turn = 0; turn < 8; turn++) {
          const value = data[i + (ring[turn] as number)] as number;
          neighbours += value;
          if (value === 1 && before === 0) changes++;
          before = value;
        }
        if (neighbours < 2 || neighbours > 6 || changes !== 1) continue;
        const up = data[i - width];
        const right = data[i + 1];
        const down = data[i + width];
        const left = data[i - 1];
        const keeps = side === 0 ? (up && right && down) || (right && down && left) : (up && right && left) || (up && down && left);
        if (!keeps) peeled.push(i);
      }
      for (const i of peeled) data[i] = 0;
      if (peeled.length > 0) goesOn = true;
      ink = ink.filter((i) => data[i] === 1);
    }
  }
  return { width, height, data, pxPerMm: lines.pxPerMm };
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
  for (let i = 0; i < skeleton.length; i++) {
    if (!skeleton[i]) continue;
    let neighbours = 0;
    for (const offset of ring) neighbours += skeleton[i + offset] as number;
    if (neighbours > 2) joints[i] = 1;
    else stretches[i] = 1;
  }
  const { labels, count } = labelComponents({ width, height, data: stretches }, { connectivity: 8 });
  const depth = chamferDistance(new Uint8Array(lines.data.map((ink) => 1 - ink)), width, height);
  // Where each stretch begins: a pixel with at most one neighbour of its own, or, on a loop, its first.
  const starts = new Int32Array(count + 1).fill(-1);
  const firsts = new Int32Array(count + 1).fill(-1);
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i] as number;
    if (label === 0) continue;
    if ((firsts[label] as number) < 0) firsts[label] = i;
    if ((starts[label] as number) >= 0) continue;
    if (ring.reduce((sum, offset) => sum + (labels[i + offset] === label ? 1 : 0), 0) <= 1) starts[label] = i;
  }
  const isFree = (i: number) => !ring.some((offset) => joints[i + offset] === 1);
  return Array.from({ length: count }, (_, index): Branch => {
    const label = index + 1;
    const isLoop = (starts[label] as number) < 0;
    const pixels = walk((isLoop ? firsts[label] : starts[label]) as number, (i) => labels[i] === label, ring);
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
