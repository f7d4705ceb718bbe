/**
 * One grid of the equation: sum over neighbours of conductance x (u - u of neighbour) + wall x u = right side.
 * A rim of one empty cell lies round it, so that no neighbour is missing; `stride` is the width with the rim.
 * `east[i]` joins cell i and i + 1, `south[i]` joins i and i + stride. `diagonal` is the sum of all conductances of a cell, the
 * wall's among them, 0 outside; `inverse` is 1 / diagonal, 0 outside.
 */
type Grid = {
  width: number;
  height: number;
  stride: number;
  east: Float32Array;
  south: Float32Array;
  diagonal: Float32Array;
  inverse: Float32Array;
};

/** What is held at 0 so far behind a border lies half a px more from the centre of the cell at it. */
const conductanceTo = (behindPx: number): number => 1 / (0.5 + behindPx);

function emptyGrid(width: number, height: number): Grid {
  const stride = width + 2;
  const array = () => new Float32Array(stride * (height + 2));
  return { width, height, stride, east: array(), south: array(), diagonal: array(), inverse: array() };
}

function invert({ diagonal, inverse }: Grid): void {
  for (let i = 0; i < diagonal.length; i++) inverse[i] = diagonal[i]! > 1e-12 ? 1 / diagonal[i]! : 0;
}

function fineGrid(
  mask: Uint8Array,
  width: number,
  height: number,
  endsBehindPx: EndsBehindPx,
  valueBehind: (insideIndex: number) => number,
): { grid: Grid; fromBehind: Float32Array } {
  const grid = emptyGrid(width, height);
  const fromBehind = new Float32Array(grid.diagonal.length);
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const i = row * width + column;
      if (!mask[i]) continue;
      const cell = (row + 1) * grid.stride + column + 1;
      let sum = 0;
      const side = (exists: boolean, neighbour: number): number => {
        const inside = exists && mask[neighbour] === 1;
        if (inside) {
          sum += 1;
          return 1;
        }
        const conductance = conductanceTo(exists ? endsBehindPx(i, neighbour) : 0);
        sum += conductance;
        if (conductance > 0) fromBehind[cell]! += conductance * valueBehind(i);
        return 0;
      };
      grid.east[cell] = side(column + 1 < width, i + 1);
      grid.south[cell] = side(row + 1 < height, i + width);
      side(column > 0, i - 1);
      side(row > 0, i - width);
      grid.diagonal[cell] = sum;
    }
  }
  invert(grid);
  return { grid, fromBehind };
}

/** Calls for each row of the fine grid with the first fine and the first coarse cell (columns go two to one). */
function eachRow(fine: Grid, coarse: Grid, visit: (fineStart: number, coarseStart: number, row: number) => void): void {
  for (let row = 0; row < fine.height; row++) visit((row + 1) * fine.stride + 1, ((row >> 1) + 1) * coarse.stride + 1, row);
}

/**
 * Next coarser grid: 2 x 2 cells become one (Galerkin with constant interpolation), halved, since constants
 * overstate the energy of a coarse step by two. Braess (1995), Towards algebraic multigrid for elliptic problems of
 * second order, Computing 55. As it only serves to precondition, the halving need not be exact at ragged borders.
 */
function coarsen(fine: Grid): Grid {
  const coarse = emptyGrid(Math.ceil(fine.width / 2), Math.ceil(fine.height / 2));
  eachRow(fine, coarse, (fineStart, coarseStart, row) => {
    for (let column = 0; column < fine.width; column++) {
      const i = fineStart + column;
      if (fine.diagonal[i] === 0) continue;
      const parent = coarseStart + (column >> 1);
      const toEast = fine.east[i]!;
      const toSouth = fine.south[i]!;
      // A joint inside one coarse cell vanishes: it leaves the diagonal of both its ends.
      if (column & 1) coarse.east[parent]! += toEast / 2;
      if (row & 1) coarse.south[parent]! += toSouth / 2;
      const vanished = (column & 1 ? 0 : 2 * toEast) + (row & 1 ? 0 : 2 * toSouth);
      coarse.diagonal[parent]! += (fine.diagonal[i]! - vanished) / 2;
    }
  });
  invert(coarse);
  return coarse;
}

/** One red-black Gauss-Seidel sweep, `first` colour first; the mirrored order after the coarse step keeps the cycle symmetric. */
function smooth(grid: Grid, u: Float32Array, right: Float32Array, first: 0 | 1): void {
  const { width, height, stride, east, south, inverse } = grid;
  for (let turn = 0; turn < 2; turn++) {
    const colour = turn === 0 ? first : 1 - first;
    for (let row = 0; row < height; row++) {
      const start = (row + 1) * stride + 1;
      const end = start + width;
      for (let i = start + ((row + colour) & 1); i < end; i += 2) {
        const scale = inverse[i]!;
        if (scale === 0) continue;
        u[i] =
          scale *
          (right[i]! + east[i]! * u[i + 1]! + east[i - 1]! * u[i - 1]! + south[i]! * u[i + stride]! + south[i - stride]! * u[i - stride]!);
      }
    }
  }
}

function multiply(grid: Grid, u: Float32Array, result: Float32Array): void {
  const { width, height, stride, east, south, diagonal } = grid;
  for (let row = 0; row < height; row++) {
    const start = (row + 1) * stride + 1;
    for (let i = start; i < start + width; i++) {
      const own = diagonal[i]!;
      if (own === 0) continue;
      result[i] =
        own * u[i]! - (east[i]! * u[i + 1]! + east[i - 1]! * u[i - 1]! + south[i]! * u[i + stride]! + south[i - stride]! * u[i - stride]!);
    }
  }
}

type Level = { grid: Grid; u: Float32Array; right: Float32Array; residual: Float32Array };

/** One V-cycle from zero: an approximate, symmetric solution of level `depth`. */
function cycle(levels: Level[], depth: number): void {
  const { grid, u, right, residual } = levels[depth]!;
  u.fill(0);
  const coarser = levels[depth + 1];
  smooth(grid, u, right, 0);
  if (!coarser) {
    for (let sweep = 0; sweep < 8; sweep++) smooth(grid, u, right, sweep % 2 === 0 ? 1 : 0);
    smooth(grid, u, right, 1);
    return;
  }
  multiply(grid, u, residual);
  coarser.right.fill(0);
  eachRow(grid, coarser.grid, (fineStart, coarseStart) => {
    const target = coarser.right;
    for (let column = 0; column < grid.width; column++) {
      target[coarseStart + (column >> 1)]! += right[fineStart + column]! - residual[fineStart + column]!;
    }
  });
  cycle(levels, depth + 1);
  eachRow(grid, coarser.grid, (fineStart, coarseStart) => {
    const source = coarser.u;
    for (let column = 0; column < grid.width; column++) {
      if (grid.inverse[fineStart + column] !== 0) u[fineStart + column]! += source[coarseStart + (column >> 1)]!;
    }
  });
  smooth(grid, u, right, 1);
}

function dot(first: Float32Array, second: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < first.length; i++) sum += first[i]! * second[i]!;
  return sum;
}

/** How far behind the border between a pixel inside and one outside u is 0, in px: 0 at the border itself, Infinity nowhere. */
export type EndsBehindPx = (insideIndex: number, outsideIndex: number) => number;

export type PoissonOptions = {
  /** Steps stop when the residual has shrunk to this share of the right side. Default 5e-4. */
  tolerance?: number;
  /** Most steps. Default 60. */
  mostSteps?: number;
  /** Default: 0 everywhere. */
  endsBehindPx?: EndsBehindPx;
  /** What u is behind the border at a pixel inside, where it ends. Default: 0 everywhere. */
  valueBehind?: (insideIndex: number) => number;
};

/**
 * Solves laplacian(u) = -source inside a mask with u given on its border (lengths in px): conjugate gradients, preconditioned by
 * a symmetric multigrid cycle, which converges on any mask.
 * Shewchuk (1994), An introduction to the conjugate gradient method without the agonizing pain.
 * @param mask row-major, 1 = inside.
 * @returns u, 0 outside. A part without any wall has no solution and stays near 0.
 */
export function solvePoisson(mask: Uint8Array, width: number, height: number, source: number, options: PoissonOptions = {}): Float32Array {
  const { tolerance = 5e-4, mostSteps = 60, endsBehindPx = () => 0, valueBehind = () => 0 } = options;
  const levels: Level[] = [];
  const fine = fineGrid(mask, width, height, endsBehindPx, valueBehind);
  for (let grid = fine.grid; ; grid = coarsen(grid)) {
    const array = () => new Float32Array(grid.diagonal.length);
    levels.push({ grid, u: array(), right: array(), residual: array() });
    if (grid.width <= 2 && grid.height <= 2) break;
  }
  const finest = levels[0]!;
  const { grid } = finest;
  const u = new Float32Array(grid.diagonal.length);
  const residual = grid.diagonal.map((diagonal, cell) => (diagonal > 0 ? source + fine.fromBehind[cell]! : 0));
  const product = new Float32Array(grid.diagonal.length);
  const precondition = (): Float32Array => {
    finest.right.set(residual);
    cycle(levels, 0);
    return finest.u;
  };
  const goal = tolerance * Math.sqrt(dot(residual, residual));
  const direction = Float32Array.from(precondition());
  let slope = dot(residual, direction);
  for (let step = 0; step < mostSteps && slope > 0; step++) {
    multiply(grid, direction, product);
    const curvature = dot(direction, product);
    if (!(curvature > 0)) break;
    const stride = slope / curvature;
    for (let i = 0; i < u.length; i++) {
      u[i]! += stride * direction[i]!;
      residual[i]! -= stride * product[i]!;
    }
    if (Math.sqrt(dot(residual, residual)) <= goal) break;
    const corrected = precondition();
    const nextSlope = dot(residual, corrected);
    const keep = nextSlope / slope;
    for (let i = 0; i < u.length; i++) direction[i] = corrected[i]! + keep * direction[i]!;
    slope = nextSlope;
  }
  const answer = new Float32Array(width * height);
  for (let row = 0; row < height; row++) {
    answer.set(u.subarray((row + 1) * grid.stride + 1, (row + 1) * grid.stride + 1 + width), row * width);
  }
  return answer;
}
