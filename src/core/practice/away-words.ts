const sides = [
  ['upper left', 'at the top', 'upper right'],
  ['at the left', 'in the middle', 'at the right'],
  ['lower left', 'at the bottom', 'lower right'],
] as const;

/** So far from the middle of a part, in shares of its size, something lies on a side. */
const sideShare = 0.08;

/** On which side of a part some of its px lie, by their middle; null: none of them. @param owners row-major. */
export function awayWords(owners: ArrayLike<number>, width: number, place: number, isOf: (at: number) => boolean): string | null {
  let [left, top, right, bottom] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, -1, -1];
  let [x, y, count, allX, allY, all] = [0, 0, 0, 0, 0, 0];
  for (let at = 0; at < owners.length; at++) {
    if (owners[at] !== place) continue;
    const [column, row] = [at % width, Math.floor(at / width)];
    [left, top, right, bottom] = [Math.min(left, column), Math.min(top, row), Math.max(right, column), Math.max(bottom, row)];
    [allX, allY, all] = [allX + column, allY + row, all + 1];
    if (isOf(at)) [x, y, count] = [x + column, y + row, count + 1];
  }
  if (count === 0) return null;
  const step = (own: number, middle: number, size: number) => (Math.abs(own - middle) < sideShare * size ? 1 : own < middle ? 0 : 2);
  return sides[step(y / count, allY / all, bottom - top + 1)][step(x / count, allX / all, right - left + 1)];
}
