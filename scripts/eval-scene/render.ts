import { type Figure, partsOf } from './figure';

/** A figure seen: row-major, one value a pixel (normals three). */
export type Seen = {
  sizePx: number;
  pxPerMm: number;
  /** Part of each pixel, its place in partsOf + 1; 0 = paper. */
  parts: Uint16Array;
  /** Height above the paper's plane (z = 0) in half widths; NaN on paper. */
  depths: Float32Array;
  normals: Float32Array;
  /** 1 where the illustrator's line runs. */
  ink: Uint8Array;
};

export const figureSizePx = 500;
const widthMm = 42;
const strokePx = 5;
/** A jump of depth within a part that is drawn as a line, in half widths from one pixel to the next. */
const jump = 0.12;
const top = 1.6;
const bottom = -1.6;

/** Looks at a figure from straight above the paper, by sphere tracing (Hart 1996, Sphere tracing). */
export function render(figure: Figure, sizePx = figureSizePx): Seen {
  const list = partsOf(figure);
  const firstOf = figure.solids.map((_, solid) => list.findIndex((part) => part.solid === solid));
  const parts = new Uint16Array(sizePx * sizePx);
  const depths = new Float32Array(sizePx * sizePx).fill(Number.NaN);
  const normals = new Float32Array(3 * sizePx * sizePx);
  const step = 2 / sizePx;
  const near = reachable(figure, sizePx);
  for (let row = 0; row < sizePx; row++) {
    for (let column = 0; column < sizePx; column++) {
      const [x, y] = [(column + 0.5) * step - 1, (row + 0.5) * step - 1];
      let best = { z: bottom, solid: -1 };
      for (const solid of near(column, row)) {
        const { distance } = figure.solids[solid]!;
        let z = top;
        for (let turn = 0; turn < 200 && z > best.z; turn++) {
          const gap = distance(x, y, z);
          if (gap < 5e-4) {
            best = { z, solid };
            break;
          }
          z -= 0.8 * gap;
        }
      }
      if (best.solid < 0) continue;
      const i = row * sizePx + column;
      const { distance, areas = [] } = figure.solids[best.solid]!;
      const area = areas.findIndex(({ holds }) => holds(x, y, best.z));
      parts[i] = firstOf[best.solid]! + area + 2;
      depths[i] = best.z;
      const e = 1e-3;
      const slope = [
        distance(x + e, y, best.z) - distance(x - e, y, best.z),
        distance(x, y + e, best.z) - distance(x, y - e, best.z),
        distance(x, y, best.z + e) - distance(x, y, best.z - e),
      ];
      const length = Math.hypot(...slope) || 1;
      normals.set(
        slope.map((value) => value / length),
        3 * i,
      );
    }
  }
  return { sizePx, pxPerMm: sizePx / widthMm, parts, depths, normals, ink: inkOf(parts, depths, sizePx) };
}

/** Solids that a pixel's ray can meet, by tiles: a ray through the middle of a tile stays farther from the others than the tile reaches. */
function reachable({ solids }: Figure, sizePx: number) {
  const tilePx = 20;
  const tiles = Math.ceil(sizePx / tilePx);
  const reach = (Math.SQRT2 * tilePx) / sizePx + 0.01;
  const lists = Array.from({ length: tiles * tiles }, (_, tile) => {
    const x = (2 * ((tile % tiles) + 0.5) * tilePx) / sizePx - 1;
    const y = (2 * (Math.floor(tile / tiles) + 0.5) * tilePx) / sizePx - 1;
    return solids.flatMap(({ distance }, solid) => {
      for (let z = top; z > bottom; z -= 0.02) if (distance(x, y, z) < reach + 0.02) return [solid];
      return [];
    });
  });
  return (column: number, row: number) => lists[Math.floor(row / tilePx) * tiles + Math.floor(column / tilePx)]!;
}

/** Ink where the part changes, and where depth jumps within one. */
function inkOf(parts: Uint16Array, depths: Float32Array, sizePx: number): Uint8Array {
  const ink = new Uint8Array(parts.length);
  const reach = (strokePx - 1) / 2;
  const dot = (column: number, row: number) => {
    for (let y = Math.max(0, row - reach); y <= Math.min(sizePx - 1, row + reach); y++) {
      for (let x = Math.max(0, column - reach); x <= Math.min(sizePx - 1, column + reach); x++) {
        if (Math.hypot(x - column, y - row) <= reach + 0.3) ink[y * sizePx + x] = 1;
      }
    }
  };
  for (let row = 0; row < sizePx; row++) {
    for (let column = 0; column < sizePx; column++) {
      const i = row * sizePx + column;
      for (const [other, isThere] of [
        [i + 1, column + 1 < sizePx],
        [i + sizePx, row + 1 < sizePx],
      ] as const) {
        if (!isThere) continue;
        const jumps = parts[i] === parts[other] && parts[i] !== 0 && Math.abs(depths[i]! - depths[other]!) > jump;
        if (parts[i] !== parts[other] || jumps) dot(column, row);
      }
    }
  }
  return ink;
}
