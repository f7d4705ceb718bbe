import { at } from './image';

type Pick = (first: number, second: number) => number;

/** Running extreme over 2 * reach + 1 values; the answer is `grow` longer at both ends than the values. */
function runningExtreme(values: ArrayLike<number>, reach: number, grow: number, pick: Pick): Float32Array {
  const result = new Float32Array(values.length + 2 * grow);
  for (let index = 0; index < result.length; index++) {
    const centre = index - grow;
    const from = Math.max(0, centre - reach);
    const to = Math.min(values.length - 1, centre + reach);
    let extreme = at(values, from);
    for (let other = from + 1; other <= to; other++) extreme = pick(extreme, at(values, other));
    result[index] = extreme;
  }
  return result;
}

function alongRowsAndColumns(
  cells: Float32Array,
  columns: number,
  rows: number,
  along: (values: Float32Array) => Float32Array,
): { cells: Float32Array; columns: number; rows: number } {
  const wide = Array.from({ length: rows }, (_, row) => along(cells.subarray(row * columns, (row + 1) * columns)));
  const newColumns = wide[0]?.length ?? 0;
  const tall = Array.from({ length: newColumns }, (_, column) => along(Float32Array.from(wide, (line) => at(line, column))));
  const newRows = tall[0]?.length ?? 0;
  const result = new Float32Array(newColumns * newRows);
  tall.forEach((line, column) => {
    for (let row = 0; row < newRows; row++) result[row * newColumns + column] = at(line, row);
  });
  return { cells: result, columns: newColumns, rows: newRows };
}

/**
 * Grey closing with a square of 2 * reach + 1 cells: dark spots narrower than the square are filled with the level around
 * them. The dilation is carried `reach` cells beyond the border, so that a slope of the lighting is kept up to the edge.
 */
export function closeCells(cells: Float32Array, columns: number, rows: number, reach: number): Float32Array {
  const dilated = alongRowsAndColumns(cells, columns, rows, (values) => runningExtreme(values, reach, reach, Math.max));
  const eroded = alongRowsAndColumns(dilated.cells, dilated.columns, dilated.rows, (values) =>
    runningExtreme(values, reach, 0, Math.min).subarray(reach, values.length - reach),
  );
  return eroded.cells;
}

/** Minimum of every cell and its eight neighbours. */
export function minOfNeighbours(cells: Float32Array, columns: number, rows: number): Float32Array {
  return alongRowsAndColumns(cells, columns, rows, (values) => runningExtreme(values, 1, 0, Math.min)).cells;
}
