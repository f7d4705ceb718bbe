import { usualOperations, type Operation } from '#model/operation';

/** Bytes of JSON that the operations of one batch may have: well under what a request may. */
const mostBytes = 3 * 1024 * 1024;

/** Parts operations into runs that each fit into one batch. An operation that alone is too large stands alone. */
export function splitOperations(
  operations: readonly Operation[],
  limits: { operations: number; bytes: number } = { operations: usualOperations, bytes: mostBytes },
): Operation[][] {
  const runs: Operation[][] = [];
  let bytes = 0;
  for (const operation of operations) {
    const own = JSON.stringify(operation).length;
    const run = runs.at(-1);
    if (!run || run.length >= limits.operations || bytes + own > limits.bytes) {
      runs.push([operation]);
      bytes = own;
    } else {
      run.push(operation);
      bytes += own;
    }
  }
  return runs;
}
