import { eachBeside } from './neck-basins';

/** Labels on a raster, 0 outside, and of what each px is drawn: a cut runs within one area of the picture, a line between two is none. */
export type Cuts = { width: number; height: number; labels: Uint8Array; regions: Uint16Array };

/** Of so many px about a place most decide, and so often. */
const reachPx = 5;
const turns = 8;

/**
 * Makes cuts that run in steps smooth: at each place near one the label that most have about it, within the same area of the picture. A hand follows no steps.
 * @param mostPx no area becomes larger. @returns labels, each in no more pieces than before.
 */
export function smoothCuts({ width, height, labels, regions }: Cuts, mostPx: number): Uint8Array {
  let now = labels;
  const sizes = new Int32Array(256);
  for (const label of labels) sizes[label]!++;
  const pieces = piecesByLabel(labels, width);
  for (let turn = 0; turn < turns; turn++) {
    const next = now.slice();
    for (const i of placesAtCuts(now, width)) {
      const counts = new Map<number, number>();
      const [x, y] = [i % width, Math.floor(i / width)];
      for (let row = Math.max(0, y - reachPx); row <= Math.min(height - 1, y + reachPx); row++) {
        for (let column = Math.max(0, x - reachPx); column <= Math.min(width - 1, x + reachPx); column++) {
          const other = row * width + column;
          if (now[other] === 0 || regions[other] !== regions[i]) continue;
          if ((column - x) ** 2 + (row - y) ** 2 > reachPx ** 2) continue;
          counts.set(now[other]!, (counts.get(now[other]!) ?? 0) + 1);
        }
      }
      let best = now[i]!;
      for (const [label, count] of counts) if (count > (counts.get(best) ?? 0) && sizes[label]! + 1 <= mostPx) best = label;
      if (best === now[i]) continue;
      sizes[best]!++;
      sizes[now[i]!]!--;
      next[i] = best;
    }
    // As far as all areas hang together.
    const after = piecesByLabel(next, width);
    if ([...pieces].some(([label, count]) => (after.get(label) ?? 0) === 0 || (after.get(label) ?? 0) > count)) break;
    now = next;
  }
  return now;
}

/** Places within one px of another label. */
function placesAtCuts(labels: Uint8Array, width: number): number[] {
  const found: number[] = [];
  for (let i = 0; i < labels.length; i++) {
    if (labels[i] === 0) continue;
    let isAtCut = false;
    eachBeside(i, width, labels.length, (next) => {
      if (labels[next] !== 0 && labels[next] !== labels[i]) isAtCut = true;
    });
    if (isAtCut) found.push(i);
  }
  return found;
}

/** Pieces that hang together, by label. */
function piecesByLabel(labels: Uint8Array, width: number): Map<number, number> {
  const pieces = new Map<number, number>();
  const seen = new Uint8Array(labels.length);
  for (let start = 0; start < labels.length; start++) {
    if (labels[start] === 0 || seen[start]) continue;
    pieces.set(labels[start]!, (pieces.get(labels[start]!) ?? 0) + 1);
    const piece = [start];
    seen[start] = 1;
    for (let at = 0; at < piece.length; at++)
      eachBeside(piece[at]!, width, labels.length, (next) => {
        if (seen[next] || labels[next] !== labels[start]) return;
        seen[next] = 1;
        piece.push(next);
      });
  }
  return pieces;
}
