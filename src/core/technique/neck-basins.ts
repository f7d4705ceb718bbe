import { chamferDistance, chamferUnitsPerPx } from '#core/raster/distance';

/** A mask with the lines in it, row-major. */
export type Field = { width: number; height: number; mask: Uint8Array; isLine: Uint8Array };

/** Two deep places stay apart where each is so many times as deep as the way between them. */
const neckRatio = 1.25;
/** And deeper by so much, in px: the outline of a shape is never quite smooth. */
const neckPx = 1.5;

/** Pixels over whose edges one goes on from a pixel, within the raster. */
export function eachBeside(i: number, width: number, size: number, visit: (next: number) => void): void {
  const column = i % width;
  if (column > 0) visit(i - 1);
  if (column + 1 < width) visit(i + 1);
  if (i >= width) visit(i - width);
  if (i + width < size) visit(i + width);
}

/** Distance of each free pixel of the mask to its rim or to a line, in px; the raster's own rim counts. */
function depthOf({ width, height, mask, isLine }: Field): Float32Array {
  const [wide, tall] = [width + 2, height + 2];
  const isSource = new Uint8Array(wide * tall).fill(1);
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      const i = row * width + column;
      if (mask[i] && !isLine[i]) isSource[(row + 1) * wide + column + 1] = 0;
    }
  const distance = chamferDistance(isSource, wide, tall);
  return Float32Array.from(mask, (_, i) => distance[(Math.floor(i / width) + 1) * wide + (i % width) + 1]! / chamferUnitsPerPx);
}

/**
 * Parts a mask at its necks and lines: its deep places are flooded from the deepest on (Vincent & Soille 1991, Watersheds in digital spaces), and two
 * of them stay apart where the way between is narrow beside both. What lies on lines goes to what is next to it.
 * @returns labels from 1, 0 outside the mask; each is connected over edges.
 */
export function neckBasins(field: Field): Int32Array {
  const { width, mask, isLine } = field;
  const size = mask.length;
  const depth = depthOf(field);
  const order = Uint32Array.from(Array.from({ length: size }, (_, i) => i).filter((i) => mask[i] && !isLine[i])).sort(
    (one, other) => depth[other]! - depth[one]! || one - other,
  );
  const labels = new Int32Array(size);
  const parent: number[] = [0];
  const peak: number[] = [0];
  const find = (label: number): number => {
    let root = label;
    while (parent[root] !== root) root = parent[root]!;
    for (let at = label; parent[at] !== root; ) {
      const next = parent[at]!;
      parent[at] = root;
      at = next;
    }
    return root;
  };
  for (const i of order) {
    const d = depth[i]!;
    const met: number[] = [];
    eachBeside(i, width, size, (next) => {
      if (!labels[next]) return;
      const root = find(labels[next]!);
      if (!met.includes(root)) met.push(root);
    });
    if (met.length === 0) {
      parent.push(parent.length);
      peak.push(d);
      labels[i] = parent.length - 1;
      continue;
    }
    met.sort((one, other) => peak[other]! - peak[one]! || one - other);
    const [deepest] = met as [number, ...number[]];
    for (const other of met.slice(1)) {
      const isNeck = peak[other]! > neckRatio * d && peak[other]! > d + neckPx;
      if (!isNeck) parent[other] = deepest;
    }
    labels[i] = deepest;
  }
  for (const i of order) labels[i] = find(labels[i]!);
  spreadOverLines(field, labels);
  return labels;
}

/** Gives what lies on lines to what is beside it, ring after ring; what is line alone is a part of its own. */
function spreadOverLines({ width, mask }: Field, labels: Int32Array): void {
  const size = labels.length;
  let ring = Array.from({ length: size }, (_, i) => i).filter((i) => labels[i]);
  let most = labels.reduce((largest, label) => Math.max(largest, label), 0);
  const spread = () => {
    while (ring.length > 0) {
      const next: number[] = [];
      for (const i of ring)
        eachBeside(i, width, size, (other) => {
          if (!mask[other] || labels[other]) return;
          labels[other] = labels[i]!;
          next.push(other);
        });
      ring = next;
    }
  };
  spread();
  for (let i = 0; i < size; i++) {
    if (!mask[i] || labels[i]) continue;
    labels[i] = ++most;
    ring = [i];
    spread();
  }
}
