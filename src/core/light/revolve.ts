import type { Form } from './inflate';
import { solvePoisson } from './poisson';

/**
 * What of a thing is known at the rim of its mask. `across`: -1 on one side, 1 on the other, and at an end how far across it a pixel lies; NaN
 * where nothing is known. `behindPx`: how far behind a pixel a side runs.
 */
export type RoundSides = { across: Float32Array; behindPx: Float32Array };

/** A side that would stand upright at its rim is softened: its normal keeps this least part towards the viewer. */
const leastUp = 0.12;
/** Sides that open wider than this, to each side of the axis in radians, are taken to open so far. */
export const mostHalfAngle = 1.1;

/**
 * The form of a thing that goes round an axis between two sides and is cut off, or goes on unseen, at its ends: tube, cone, bowl, band. Across it runs
 * a coordinate from -1 at one side to 1 at the other, harmonic, which in a wedge is the angle and in a strip the way across; the thing's half
 * width is told by how fast that changes. A surface of revolution with half width R(y) has the normal (x / R, -R', z / R) at x, y, and its height is z.
 * @param mask row-major, 1 inside.
 */
export function revolve(
  { width, height, data }: { width: number; height: number; data: Uint8Array },
  { across: atRim, behindPx }: RoundSides,
): Form {
  const across = solvePoisson(data, width, height, 0, {
    endsBehindPx: (inside) => (Number.isNaN(atRim[inside]) ? Number.POSITIVE_INFINITY : behindPx[inside]!),
    valueBehind: (inside) => atRim[inside]!,
    tolerance: 1e-4,
  });
  const halfWidths = new Float32Array(data.length);
  const slopesX = new Float32Array(data.length);
  const slopesY = new Float32Array(data.length);
  const change = (field: Float32Array, i: number, step: number, exists: boolean, existsBack: boolean): number => {
    const [ahead, back] = [exists && data[i + step] === 1, existsBack && data[i - step] === 1];
    if (ahead && back) return (field[i + step]! - field[i - step]!) / 2;
    return ahead ? field[i + step]! - field[i]! : back ? field[i]! - field[i - step]! : 0;
  };
  const eachInside = (visit: (i: number, x: number, y: number) => void) => {
    for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) if (data[y * width + x]) visit(y * width + x, x, y);
  };
  eachInside((i, x, y) => {
    slopesX[i] = change(across, i, 1, x + 1 < width, x > 0);
    slopesY[i] = change(across, i, width, y + 1 < height, y > 0);
    halfWidths[i] = 1 / Math.max(1e-4, Math.hypot(slopesX[i]!, slopesY[i]!));
  });
  const smooth = smoothedInside(halfWidths, data, width, height);
  const normals = new Float32Array(3 * data.length);
  const heights = new Float32Array(data.length);
  eachInside((i, x, y) => {
    const length = Math.hypot(slopesX[i]!, slopesY[i]!) || 1;
    const [ex, ey] = [slopesX[i]! / length, slopesY[i]! / length];
    // Along the axis, at right angles to the way across.
    const [ax, ay] = [-ey, ex];
    const along = change(smooth, i, 1, x + 1 < width, x > 0) * ax + change(smooth, i, width, y + 1 < height, y > 0) * ay;
    // In a cone what is harmonic is the angle about its tip: `along` is half of that between its sides.
    const halfAngle = Math.max(-mostHalfAngle, Math.min(mostHalfAngle, along));
    const angle = halfAngle * Math.max(-1, Math.min(1, across[i]!));
    const grows = Math.tan(halfAngle);
    const place = Math.abs(halfAngle) < 1e-3 ? across[i]! : Math.tan(angle) / grows;
    const up = Math.sqrt(Math.max(0, 1 - place * place));
    const turn = 1 / Math.cos(angle);
    heights[i] = (smooth[i]! * up * (Math.abs(halfAngle) < 1e-3 ? 1 : grows / halfAngle)) / turn;
    const toSide = (place * (1 + grows * grows)) / turn;
    const toEnd = (-grows * up * up) / turn;
    const [nx, ny, nz] = [toSide * ex + toEnd * ax, toSide * ey + toEnd * ay, Math.max(leastUp, up)];
    const norm = Math.hypot(nx, ny, nz);
    normals[3 * i] = nx / norm;
    normals[3 * i + 1] = ny / norm;
    normals[3 * i + 2] = nz / norm;
  });
  return { width, height, mask: data, heights, normals };
}

const smoothTurns = 4;

/** The mean of each place and its neighbours inside, a few times over. */
function smoothedInside(field: Float32Array, mask: Uint8Array, width: number, height: number): Float32Array {
  let before = field;
  for (let turn = 0; turn < smoothTurns; turn++) {
    const after = new Float32Array(field.length);
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const i = y * width + x;
        if (!mask[i]) continue;
        let sum = before[i]!;
        let count = 1;
        for (const next of [x > 0 ? i - 1 : -1, x + 1 < width ? i + 1 : -1, y > 0 ? i - width : -1, y + 1 < height ? i + width : -1]) {
          if (next < 0 || !mask[next]) continue;
          sum += before[next]!;
          count++;
        }
        after[i] = sum / count;
      }
    }
    before = after;
  }
  return before;
}
