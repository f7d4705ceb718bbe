/** Running maximum over 2 * reach + 1 values; the answer is `grow` longer at both ends than the values. */
function runningMax(values: Float32Array, reach: number, grow: number): Float32Array {
  const result = new Float32Array(values.length + 2 * grow);
  const last = values.length - 1;
  for (let index = 0; index < result.length; index++) {
    const from = Math.max(0, index - grow - reach);
    const to = Math.min(last, index - grow + reach);
    let most = values[from] as number;
    for (let other = from + 1; other <= to; other++) {
      const value = values[other] as number;
      if (value > most) most = value;
    }
    result[index] = most;
  }
  return result;
}

type Grid = { cells: Float32Array; columns: number; rows: number };

function turned({ cells, columns, rows }: Grid): Grid {
  const across = new Float32Array(cells.length);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) across[column * rows + row] = cells[row * columns + column] as number;
  return { cells: across, columns: rows, rows: columns };
}

function alongRows({ cells, columns, rows }: Grid, along: (values: Float32Array) => Float32Array): Grid {
  const lines = Array.from({ length: rows }, (_, row) => along(cells.subarray(row * columns, (row + 1) * columns)));
  const newColumns = lines[0]?.length ?? 0;
  const result = new Float32Array(newColumns * rows);
  lines.forEach((line, row) => {
    result.set(line, row * newColumns);
  });
  return { cells: result, columns: newColumns, rows };
}

function alongRowsAndColumns(grid: Grid, along: (values: Float32Array) => Float32Array): Grid {
  return turned(alongRows(turned(alongRows(grid, along)), along));
}

function negated({ cells, columns, rows }: Grid): Grid {
  return { cells: cells.map((value) => -value), columns, rows };
}

/**
 * Grey closing with a square of 2 * reach + 1 cells: dark spots narrower than the square are filled with the level around
 * them. The dilation is carried `reach` cells beyond the border, so that a slope of the lighting is kept up to the edge.
 */
export function closeCells(cells: Float32Array, columns: number, rows: number, reach: number): Float32Array {
  const dilated = alongRowsAndColumns({ cells, columns, rows }, (values) => runningMax(values, reach, reach));
  const eroded = alongRowsAndColumns(negated(dilated), (values) => runningMax(values, reach, 0).subarray(reach, values.length - reach));
  return negated(eroded).cells;
}

/** Minimum of every cell and its neighbours: the eight next to it, or a square of 2 * reach + 1 cells. */
export function minOfNeighbours(cells: Float32Array, columns: number, rows: number, reach = 1): Float32Array {
  return negated(alongRowsAndColumns(negated({ cells, columns, rows }), (values) => runningMax(values, reach, 0))).cells;
}
