import { eachBeside } from './neck-basins';

/** A way of the hand in px of a raster; several are done in turn. */
export type WetMendPx = { kind: 'cut' | 'join'; points: readonly (readonly [number, number])[] };

/** Wet areas of an element on a raster: 0 outside, areas from 1. */
export type LabelledAreas = { width: number; height: number; labels: Uint8Array };

/** What a cut leaves of less than so many px goes with what is beside it. */
const leastPiecePx = 4;
/** At most so many areas are told apart. */
const mostAreas = 255;

/** Pixels that a way goes over, each step of it no longer than half a px. */
function pixelsUnder(points: WetMendPx['points'], width: number, height: number): Set<number> {
  const found = new Set<number>();
  const note = (x: number, y: number) => {
    const [column, row] = [Math.floor(x), Math.floor(y)];
    if (column >= 0 && row >= 0 && column < width && row < height) found.add(row * width + column);
  };
  for (const [index, [x, y]] of points.entries()) {
    const [nextX, nextY] = points[index + 1] ?? [x, y];
    const steps = Math.max(1, Math.ceil(2 * Math.hypot(nextX - x, nextY - y)));
    for (let step = 0; step <= steps; step++) note(x + ((nextX - x) * step) / steps, y + ((nextY - y) * step) / steps);
  }
  return found;
}

/** A way that goes on straight at both ends until it has left what it begins and ends in: a hand stops a little short. */
function goneOn({ width, height, labels }: LabelledAreas, points: WetMendPx['points']): (readonly [number, number])[] {
  const labelAt = (x: number, y: number) =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : labels[Math.floor(y) * width + Math.floor(x)]!;
  const goOn = (from: readonly [number, number], towards: readonly [number, number]): readonly [number, number] => {
    const length = Math.hypot(towards[0] - from[0], towards[1] - from[1]) || 1;
    const [dx, dy] = [(towards[0] - from[0]) / length, (towards[1] - from[1]) / length];
    const own = labelAt(...towards);
    let [x, y] = towards;
    if (own !== 0 && (dx !== 0 || dy !== 0)) while (labelAt(x, y) === own) [x, y] = [x + dx / 2, y + dy / 2];
    return [x, y];
  };
  const [first, last] = [points[0]!, points.at(-1)!];
  // By where the hand came from a little before, not by its last tremble.
  const before = points[Math.max(0, points.length - 5)]!;
  const after = points[Math.min(points.length - 1, 4)]!;
  return [goOn(after, first), ...points, goOn(before, last)];
}

/** What of given pixels hangs together over edges. */
function piecesOf(pixels: readonly number[], width: number, size: number): number[][] {
  const left = new Set(pixels);
  const pieces: number[][] = [];
  for (const start of pixels) {
    if (!left.delete(start)) continue;
    const piece = [start];
    for (let at = 0; at < piece.length; at++)
      eachBeside(piece[at]!, width, size, (next) => {
        if (left.delete(next)) piece.push(next);
      });
    pieces.push(piece);
  }
  return pieces;
}

/** Cuts each piece of an area that a way crosses: its largest side stays what it is, every other becomes an area of its own. */
function cut(areas: LabelledAreas, points: WetMendPx['points']): void {
  const { width, height, labels } = areas;
  const barrier = pixelsUnder(goneOn(areas, points), width, height);
  let most = labels.reduce((largest, label) => Math.max(largest, label), 0);
  for (const label of new Set([...barrier].map((i) => labels[i]!))) {
    if (label === 0) continue;
    const own = [...labels.keys()].filter((i) => labels[i] === label);
    for (const piece of piecesOf(own, width, labels.length)) {
      const sides = piecesOf(
        piece.filter((i) => !barrier.has(i)),
        width,
        labels.length,
      )
        .filter(({ length }) => length >= leastPiecePx)
        .sort((one, other) => other.length - one.length);
      for (const side of sides.slice(1)) {
        if (most === mostAreas) return;
        most++;
        for (const i of side) labels[i] = most;
      }
    }
  }
}

/** Makes one area of all in which a point of a way lies. */
function join({ width, height, labels }: LabelledAreas, points: WetMendPx['points']): void {
  const isThere = ([x, y]: readonly [number, number]) => x >= 0 && y >= 0 && x < width && y < height;
  const met = [...new Set(points.filter(isThere).map(([x, y]) => labels[Math.floor(y) * width + Math.floor(x)]!))].filter(
    (label) => label > 0,
  );
  const [lowest] = met.sort((one, other) => one - other);
  if (lowest === undefined) return;
  for (let i = 0; i < labels.length; i++) if (met.includes(labels[i]!)) labels[i] = lowest;
}

/** Does again what a hand said of wet areas. @param areas changed in place; numbers may have gaps then. */
export function mendWetAreas(areas: LabelledAreas, mends: readonly WetMendPx[]): void {
  for (const { kind, points } of mends) (kind === 'cut' ? cut : join)(areas, points);
}
