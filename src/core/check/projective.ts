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
