import type { Mend, PlaceMm } from '#model/reading';
import { findDeepestPlaces } from '#core/raster/deepest-places';
import { drawStroke } from '#core/raster/draw-stroke';
import type { BinaryImage } from '#core/raster/image';
import { measureRegions } from './measure-regions';
import { nearEverywhere } from '#core/raster/near-distance';
import type { FoundRegions } from './regions';

/** Width of a mended line in mm: thin, so that the regions on both sides keep their size, and without a hole for the flood. */
const mendedLineMm = 0.2;

const toPx = (points: readonly PlaceMm[], pxPerMm: number) => points.map(([x, y]) => [x * pxPerMm, y * pxPerMm] as const);

/** Line work with its mends of ink: what was rubbed out is gone; drawn lines, taken closings and dividing strokes are in. In the order made. */
export function mendLines(lines: BinaryImage, mends: readonly Mend[], pxPerMm: number): BinaryImage {
  const mended = { ...lines, data: Uint8Array.from(lines.data) };
  for (const mend of mends) {
    if (mend.kind === 'rub') drawStroke(mended, toPx(mend.points, pxPerMm), mend.widthMm * pxPerMm, 0);
    if (mend.kind === 'line' || mend.kind === 'closing' || mend.kind === 'divide') {
      drawStroke(mended, toPx(mend.points, pxPerMm), Math.max(2.5, mendedLineMm * pxPerMm), 1);
    }
  }
  return mended;
}

function labelAt({ labels, width, height }: FoundRegions, [xMm, yMm]: PlaceMm, pxPerMm: number): number | null {
  const column = Math.floor(xMm * pxPerMm);
  const row = Math.floor(yMm * pxPerMm);
  if (column < 0 || row < 0 || column >= width || row >= height) return null;
  return labels[row * width + column] as number;
}

/** Regions joined, and regions made paper, as the mends say; labels are numbered anew without holes and measured again. */
export function mendRegions(found: FoundRegions, distance: Uint16Array, mends: readonly Mend[], pxPerMm: number): FoundRegions {
  const target = Array.from({ length: found.count + 1 }, (_, label) => label);
  const root = (label: number): number => (target[label] === label ? label : root(target[label] as number));
  let changed = false;
  const merge = (first: number | null, second: number | null) => {
    if (first === null || second === null) return;
    const [kept, gone] = [root(first), root(second)].sort((a, b) => a - b) as [number, number];
    if (kept === gone) return;
    // The paper is 0 and so always the one that is kept.
    target[gone] = kept;
    changed = true;
  };
  for (const mend of mends) {
    if (mend.kind === 'join') {
      const [first, second] = [labelAt(found, mend.first, pxPerMm), labelAt(found, mend.second, pxPerMm)];
      // A side that leaks now is paper: joined with it, the other area would be lost too. The mend waits until the leak is closed.
      if (first !== 0 && second !== 0) merge(first, second);
    }
    if (mend.kind === 'paper') merge(labelAt(found, mend.at, pxPerMm), 0);
  }
  if (!changed) return found;
  let count = 0;
  const numbers = new Map([[0, 0]]);
  for (let label = 1; label <= found.count; label++) if (root(label) === label) numbers.set(label, ++count);
  const table = Uint16Array.from(target, (_, label) => numbers.get(root(label)) as number);
  const labels = found.labels.map((label) => table[label] as number);
  const closings = found.closings.flatMap(({ labels: [first, second], ...closing }) => {
    const pair: [number, number] = [table[first] as number, table[second] as number];
    return pair[0] === pair[1] ? [] : [{ ...closing, labels: pair }];
  });
  const { width, height } = found;
  const size = { width, height, count };
  return {
    width,
    height,
    labels,
    count,
    closings,
    ...measureRegions(labels, size, findDeepestPlaces(labels, nearEverywhere(distance, width, height), count)),
  };
}
