import { ProblemError } from './problem';

/** Whoever asks is answered within this, waiting included: a browser that hears nothing for longer is taken for stuck. */
export const answerWithinMs = 24_000;
/** What is left for the work of one whose turn comes last. */
export const leastWorkMs = 10_000;

/** Who asks: since when (`performance.now()`), and the signal that they are gone. */
export type Asker = { askedAt: number; signal?: AbortSignal };

/** Takes turns: at most so many at once, the others in the order in which they came. */
export type Turns = {
  /**
   * Works when it is one's turn. One whose asker has left gives up its place.
   * @param weight how many places the work takes. Default 1.
   * @throws ProblemError 503 when too many wait or one's turn does not come in time, 499 when the asker has left.
   */
  inTurn: <T>(signal: AbortSignal | undefined, work: () => Promise<T>, weight?: number) => Promise<T>;
};

export function calledOff(): ProblemError {
  return new ProblemError(499, { code: 'called-off', message: 'Whoever asked is gone.', remedy: 'Ask again.' });
}

export function tooBusy(): ProblemError {
  return new ProblemError(503, {
    code: 'busy',
    message: 'Many pictures are being read just now.',
    remedy: 'Wait a moment and try again; nothing is lost.',
  });
}

/** @param options.mostWaitMs one whose turn has not come after so long is told to try again. Default: waits for ever. */
export function takeTurns(mostAtOnce: number, mostWaiting: number, { mostWaitMs }: { mostWaitMs?: number } = {}): Turns {
  const waiting: { weight: number; go: () => void }[] = [];
  let busy = 0;
  const letIn = () => {
    // In order: who needs much is not passed by for ever by those who need little.
    for (let next = waiting[0]; next && busy + next.weight <= mostAtOnce; next = waiting[0]) {
      waiting.shift();
      busy += next.weight;
      next.go();
    }
  };
  const turn = async (signal: AbortSignal | undefined, weight: number): Promise<void> => {
    if (signal?.aborted) throw calledOff();
    if (waiting.length === 0 && busy + weight <= mostAtOnce) {
      busy += weight;
      return;
    }
    if (waiting.length >= mostWaiting) throw tooBusy();
    await new Promise<void>((resolve, reject) => {
      const end = (settle: () => void) => {
        clearTimeout(clock);
        signal?.removeEventListener('abort', leave);
        settle();
      };
      const own = { weight, go: () => end(resolve) };
      const giveUp = (error: ProblemError) => {
        waiting.splice(waiting.indexOf(own), 1);
        end(() => reject(error));
        letIn();
      };
      const leave = () => giveUp(calledOff());
      const clock = mostWaitMs === undefined ? undefined : setTimeout(() => giveUp(tooBusy()), mostWaitMs);
      waiting.push(own);
      signal?.addEventListener('abort', leave, { once: true });
    });
  };
  return {
    inTurn: async (signal, work, wished = 1) => {
      const weight = Math.min(wished, mostAtOnce);
      await turn(signal, weight);
      try {
        return await work();
      } finally {
        busy -= weight;
        letIn();
      }
    },
  };
}
