import { assertRaster, at, type BinaryImage } from '#core/raster/image';
import { type EndsBehindPx, solvePoisson } from './poisson';

export type InflateOptions = {
  /** 1 swells like a ball, less lies flatter, 0 stays flat. Default 1, 0 to 2. */
  roundness?: number;
  /** Share of the greatest height by which the steep rim is softened; 0 leaves a disk an exact hemisphere. Default 0, 0 to 1. */
  softening?: number;
  /**
   * How far behind its border the form ends, in px: 0 at the border (the default), more where a neighbour lies in front and hides where it
   * ends, Infinity where it is cut off and does not round away at all.
   */
  endsBehindPx?: EndsBehindPx;
};

/** A mask swollen into a rounded thing. `normals`: 3 a pixel (x right, y down, z to the viewer), unit length, 0 outside. */
export type Form = { width: number; height: number; mask: Uint8Array; heights: Float32Array; normals: Float32Array };

/**
 * Slope of u along one axis at a cell whose walls (u = 0) stand half a px away, through the three nearest values.
 * Fornberg (1988), Generation of finite difference formulas on arbitrarily spaced grids, Mathematics of Computation 51.
 */
function slope(before: number | undefined, here: number, after: number | undefined): number {
  if (before !== undefined && after !== undefined) return (after - before) / 2;
  if (before === undefined && after === undefined) return 0;
  return before === undefined ? here + (after as number) / 3 : -(here + before / 3);
}

/**
 * Inflates a mask: u solves laplacian(u) = -4 with u = 0 on the border, the height is sqrt(u); a disk becomes a
 * hemisphere exactly. Strips become half tubes, shapes with holes read as rings.
 * @param mask 1 = inside; several separate parts swell each by itself.
 * @throws RangeError when the raster or an option is out of range.
 */
export function inflate(mask: BinaryImage, options: InflateOptions = {}): Form {
  assertRaster(mask, 'inflate');
  const { roundness = 1, softening = 0 } = options;
  if (!(roundness >= 0 && roundness <= 2)) throw new RangeError(`inflate expects roundness 0 to 2, got ${roundness}`);
  if (!(softening >= 0 && softening <= 1)) throw new RangeError(`inflate expects softening 0 to 1, got ${softening}`);
  const { width, height, data } = mask;
  const u = solvePoisson(data, width, height, 4, options.endsBehindPx ? { endsBehindPx: options.endsBehindPx } : {});
  const highest = u.reduce((most, value) => Math.max(most, value), 0);
  const lift = softening ** 2 * highest;
  const normals = new Float32Array(3 * width * height);
  const heights = new Float32Array(width * height);
  const valueOr = (exists: boolean, neighbour: number, inside: number): number | undefined => {
    if (exists && at(data, neighbour)) return at(u, neighbour);
    const behindPx = exists ? (options.endsBehindPx?.(inside, neighbour) ?? 0) : 0;
    // Behind the border u falls evenly to 0 where the form ends; where it is cut off nothing changes across it.
    return behindPx > 0 ? at(u, inside) * (1 - 1 / (0.5 + behindPx)) : undefined;
  };
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const i = row * width + column;
      if (!at(data, i)) continue;
      const here = Math.max(0, at(u, i));
      const alongX = slope(valueOr(column > 0, i - 1, i), here, valueOr(column + 1 < width, i + 1, i));
      const alongY = slope(valueOr(row > 0, i - width, i), here, valueOr(row + 1 < height, i + width, i));
      const x = -alongX * roundness;
      const y = -alongY * roundness;
      const z = 2 * Math.sqrt(here + lift);
      const length = Math.hypot(x, y, z) || 1;
      normals[3 * i] = x / length;
      normals[3 * i + 1] = y / length;
      normals[3 * i + 2] = length === 1 && z === 0 ? 1 : z / length;
      heights[i] = Math.sqrt(here) * roundness;
    }
  }
  return { width, height, mask: data, heights, normals };
}
