/** A projective map of the plane, row-major, its last number 1. */
export type Homography = readonly [number, number, number, number, number, number, number, number, 1];

export function mapPlace([a, b, c, d, e, f, g, h]: Homography, x: number, y: number): readonly [number, number] {
  const w = g * x + h * y + 1;
  return [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
}

/** Solves a square system by elimination with the largest pivot; null: it has no one answer. */
export function solveSquare(matrix: readonly (readonly number[])[], right: readonly number[]): number[] | null {
  const rows = matrix.map((row, index) => [...row, right[index]!]);
  for (let pivot = 0; pivot < rows.length; pivot++) {
    let best = pivot;
    for (let row = pivot + 1; row < rows.length; row++) if (Math.abs(rows[row]![pivot]!) > Math.abs(rows[best]![pivot]!)) best = row;
    [rows[pivot], rows[best]] = [rows[best]!, rows[pivot]!];
    const own = rows[pivot]!;
    if (Math.abs(own[pivot]!) < 1e-12) return null;
    for (const [index, row] of rows.entries()) {
      if (index === pivot) continue;
      const factor = row[pivot]! / own[pivot]!;
      for (let column = pivot; column < row.length; column++) row[column]! -= factor * own[column]!;
    }
  }
  return rows.map((row, index) => row.at(-1)! / row[index]!);
}

/** The map that takes four places to four others (eight equations, one answer where no three lie on a line); null: there is none. */
export function mapOfFour(from: readonly (readonly [number, number])[], to: readonly (readonly [number, number])[]): Homography | null {
  if (from.length !== 4 || to.length !== 4)
    throw new RangeError(`mapOfFour expects four places and four others, got ${from.length} and ${to.length}.`);
  const rows: number[][] = [];
  const right: number[] = [];
  for (const [index, [x, y]] of from.entries()) {
    const [u, v] = to[index]!;
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    right.push(u, v);
  }
  const found = solveSquare(rows, right);
  return found && ([...found, 1] as unknown as Homography);
}

/** A map between images as one between shares of their sides, which outlives another size of either. */
export function mapOfShares(map: Homography, from: { width: number; height: number }, to: { width: number; height: number }): Homography {
  const [a, b, c, d, e, f, g, h] = map;
  return [
    ...([(a * from.width) / to.width, (b * from.height) / to.width, c / to.width] as const),
    ...([(d * from.width) / to.height, (e * from.height) / to.height, f / to.height] as const),
    ...([g * from.width, h * from.height, 1] as const),
  ];
}
