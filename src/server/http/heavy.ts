import { type Turns, takeTurns } from './turns';

let turns: Turns | undefined;

/**
 * Gives requests with large bodies or long work their turn, two at once, so that a crowd of large files takes no more memory than two do; the
 * body of one that waits is not read yet.
 * @throws ProblemError 503 when too many wait, 499 when the sender has left.
 */
export function heavily<T>(signal: AbortSignal, work: () => Promise<T>): Promise<T> {
  turns ??= takeTurns(2, 40);
  return turns.inTurn(signal, work);
}
