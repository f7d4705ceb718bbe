/** The value in the middle, or the mean of the two there; undefined: there is none. By itself, so that a page that learns a pace loads no library of charts. */
export function median(values: readonly number[]): number | undefined {
  const sorted = [...values].sort((one, other) => one - other);
  const [low, high] = [sorted[(sorted.length - 1) >> 1], sorted[sorted.length >> 1]];
  return low === undefined || high === undefined ? undefined : (low + high) / 2;
}
