import { at } from './image';

const farthest = 65535;
/** Chamfer steps: straight, diagonal, knight's move. Five of them are one px. */
export const chamferUnitsPerPx = 5;
const straight = 5;
const diagonal = 7;
const knight = 11;

type Step = { dx: number; dy: number; cost: number };

/** Neighbours that a pass from top left to bottom right has already seen. */
const seenBefore: readonly Step[] = [
  { dx: -1, dy: 0, cost: straight },
  { dx: -1, dy: -1, cost: diagonal },
  { dx: 0, dy: -1, cost: straight },
  { dx: 1, dy: -1, cost: diagonal },
  { dx: -2, dy: -1, cost: knight },
  { dx: -1, dy: -2, cost: knight },
  { dx: 1, dy: -2, cost: knight },
  { dx: 2, dy: -1, cost: knight },
];

/**
 * Chamfer 5-7-11 distance to the nearest pixel for which `isSource` is 1, in fifths of a px, at most 65535.
 * With `labels`, every pixel that is no source takes the label of its nearest source (labels is changed in place).
 * Borgefors (1986), Distance transformations in digital images, Computer Vision, Graphics and Image Processing 34.
 */
export function chamferDistance(isSource: Uint8Array, width: number, height: number, labels?: Uint16Array | Int32Array): Uint16Array {
  const distance = new Uint16Array(width * height);
  for (let i = 0; i < distance.length; i++) distance[i] = at(isSource, i) ? 0 : farthest;
  const relax = (column: number, row: number, direction: 1 | -1) => {
    const i = row * width + column;
    let best = at(distance, i);
    if (best === 0) return;
    let from = -1;
    for (const step of seenBefore) {
      const x = column + step.dx * direction;
      const y = row + step.dy * direction;
      if (x < 0 || x >= width || y < 0 || y >= height) continue;
      const candidate = at(distance, y * width + x) + step.cost;
      if (candidate < best) {
        best = candidate;
        from = y * width + x;
      }
    }
    if (from < 0) return;
    distance[i] = best;
    if (labels) labels[i] = at(labels, from);
  };
  for (let row = 0; row < height; row++) for (let column = 0; column < width; column++) relax(column, row, 1);
  for (let row = height - 1; row >= 0; row--) for (let column = width - 1; column >= 0; column--) relax(column, row, -1);
  return distance;
}
