import { diagonal, farthest, knight, stepsBack, straight } from './distance';

/**
 * Gives pixels the label of the nearest pixel that has one, by chamfer 5-7-11 distance (Borgefors 1986, as in distance.ts). Only the pixels
 * in question are visited. Where no pixel has a label, all stay as they are.
 * @param labels changed in place.
 * @param runs the pixels without a label, as stretches of rows in reading order: first pixel and the pixel after the last.
 * @returns how far from the pixel whose label it took each of them lies, in fifths of a px; 0 for all others.
 */
export function spreadLabels(labels: Uint16Array | Int32Array, runs: Int32Array, width: number, height: number): Uint16Array {
  const distance = new Uint16Array(labels.length);
  for (let run = 0; run < runs.length; run += 2) {
    const end = runs[run + 1] as number;
    for (let i = runs[run] as number; i < end; i++) distance[i] = farthest;
  }
  for (let run = 0; run < runs.length; run += 2) spreadAlong(runs[run] as number, runs[run + 1] as number, 1);
  for (let run = runs.length - 2; run >= 0; run -= 2) spreadAlong((runs[run + 1] as number) - 1, (runs[run] as number) - 1, -1);
  return distance;

  function spreadAlong(first: number, end: number, turn: 1 | -1): void {
    const column = first % width;
    const row = (first - column) / width;
    const lastColumn = column + end - first - turn;
    const isFramed = Math.min(column, lastColumn) > 1 && Math.max(column, lastColumn) + 2 < width && row > 1 && row + 2 < height;
    if (isFramed) spreadInside(labels, distance, first, end, turn, width);
    else for (let i = first; i !== end; i += turn) spreadAtRim(i, turn);
  }

  function spreadAtRim(i: number, turn: 1 | -1): void {
    const column = i % width;
    const row = (i - column) / width;
    for (const { columns, rows, cost } of stepsBack) {
      const otherColumn = column + turn * columns;
      const otherRow = row + turn * rows;
      if (otherColumn < 0 || otherColumn >= width || otherRow < 0 || otherRow >= height) continue;
      const other = otherRow * width + otherColumn;
      if ((distance[other] as number) + cost >= (distance[i] as number)) continue;
      distance[i] = (distance[other] as number) + cost;
      labels[i] = labels[other] as number;
    }
  }
}

/** The same for pixels all of whose neighbours lie in the picture, written out: this is where the time goes. */
function spreadInside(
  labels: Uint16Array | Int32Array,
  distance: Uint16Array,
  first: number,
  end: number,
  turn: 1 | -1,
  width: number,
): void {
  const up = -turn * width;
  for (let i = first; i !== end; i += turn) {
    let best = distance[i] as number;
    let from = i;
    let other = (distance[i - turn] as number) + straight;
    if (other < best) {
      best = other;
      from = i - turn;
    }
    other = (distance[i + up] as number) + straight;
    if (other < best) {
      best = other;
      from = i + up;
    }
    other = (distance[i + up - turn] as number) + diagonal;
    if (other < best) {
      best = other;
      from = i + up - turn;
    }
    other = (distance[i + up + turn] as number) + diagonal;
    if (other < best) {
      best = other;
      from = i + up + turn;
    }
    other = (distance[i + up - 2 * turn] as number) + knight;
    if (other < best) {
      best = other;
      from = i + up - 2 * turn;
    }
    other = (distance[i + up + 2 * turn] as number) + knight;
    if (other < best) {
      best = other;
      from = i + up + 2 * turn;
    }
    other = (distance[i + 2 * up - turn] as number) + knight;
    if (other < best) {
      best = other;
      from = i + 2 * up - turn;
    }
    other = (distance[i + 2 * up + turn] as number) + knight;
    if (other < best) {
      best = other;
      from = i + 2 * up + turn;
    }
    if (from === i) continue;
    distance[i] = best;
    labels[i] = labels[from] as number;
  }
}

/** How deep in them the pixels of such stretches lie: chamfer distance to the nearest other pixel in fifths of a px, 0 for all others. */
export function depthAlong(runs: Int32Array, width: number, height: number): Uint16Array {
  return spreadLabels(new Uint16Array(width * height), runs, width, height);
}
