import { ProblemError } from './problem';

/** Takes turns: at most so many at once, the others in the order in which they came. */
export type Turns = {
  /**
   * Works when it is one's turn. One whose asker has left gives up its place.
   * @throws ProblemError 503 when too many wait, 499 when the asker has left.
   */
  inTurn: <T>(signal: AbortSignal | undefined, work: () => Promise<T>) => Promise<T>;
};

export function calledOff(): ProblemError {
  return new ProblemError(499, { code: 'called-off', message: 'Whoever asked is gone.', remedy: 'Ask again.' });
}

export function takeTurns(mostAtOnce: number, mostWaiting: number): Turns {
  const waiting: (() => void)[] = [];
  let busy = 0;
  const turn = async (signal: AbortSignal | undefined): Promise<void> => {
    if (signal?.aborted) throw calledOff();
    if (busy < mostAtOnce) {
      busy++;
      return;
    }
    if (waiting.length >= mostWaiting)
      throw new ProblemError(503, {
        code: 'busy',
        message: 'Many pictures are being read just now.',
        remedy: 'Wait a moment and try again; nothing is lost.',
      });
    await new Promise<void>((resolve, reject) => {
      const go = () => {
        signal?.removeEventListener('abort', leave);
        resolve();
      };
      const leave = () => {
        waiting.splice(waiting.indexOf(go), 1);
        reject(calledOff());
      };
      waiting.push(go);
      signal?.addEventListener('abort', leave, { once: true });
    });
  };
  return {
    inTurn: async (signal, work) => {
      await turn(signal);
      try {
        return await work();
      } finally {
        // The place goes straight to the next, so that nobody slips in between.
        const next = waiting.shift();
        if (next) next();
        else busy--;
      }
    },
  };
}
