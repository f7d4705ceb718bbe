import { dequal } from 'dequal/lite';

/**
 * What a value is after it was given again: the one of before where it says the same, and of a list each row that says the same. So what is kept
 * for a row is known by the row itself.
 */
export function settled<T>(before: T | undefined, next: T): T {
  if (before === undefined || before === next) return next;
  if (!Array.isArray(before) || !Array.isArray(next)) return dequal(before, next) ? before : next;
  const rows = next.map((row, index) => (dequal(before[index], row) ? before[index] : row));
  return rows.length === before.length && rows.every((row, index) => row === before[index]) ? before : (rows as T);
}
