import { type Asker, answerWithinMs, leastWorkMs, type Turns, takeTurns } from './turns';

let turns: Turns | undefined;

/**
 * Gives requests with large bodies or long work their turn, two at once, so that a crowd of large files takes no more memory than two do; the
 * body of one that waits is not read yet.
 * @throws ProblemError 503 when too many wait or one's turn does not come in time, 499 when the sender has left.
 */
export function heavily<T>(signal: AbortSignal, work: (asker: Asker) => Promise<T>): Promise<T> {
  turns ??= takeTurns(2, 40, { mostWaitMs: answerWithinMs - leastWorkMs });
  const askedAt = performance.now();
  return turns.inTurn(signal, () => work({ askedAt, signal }));
}
