import { type Remote, wrap } from 'comlink';
import { holdsLock } from '#workers/lock-word';

/** A worker that died, or could not be loaded. */
export class WorkerGoneError extends Error {
  override readonly name = 'WorkerGoneError';
  constructor(what: string) {
    super(`${what} has stopped, or could not be loaded.`);
  }
}

export type LivingWorker<A> = {
  /**
   * Asks something of the worker, which is started when the first question comes. When it dies meanwhile it is started again and asked once more;
   * when it dies again the question fails, and the next one starts another.
   * @throws WorkerGoneError, or what the worker throws.
   */
  ask: <T>(question: (api: Remote<A>) => Promise<T>) => Promise<T>;
  /** Ends it; what is still asked fails. */
  close: () => void;
};

type Life<A> = { api: Remote<A> /** Fails when it dies. */; death: Promise<never>; end: (error: Error) => void; begun: Promise<void> };

/**
 * A worker whose questions never wait for ever.
 * @param options.what what it does, as a maker is told of it: "Finding the areas".
 * @param options.create makes the worker under the given name; it offers itself by workers/offer.ts.
 * @param options.begin told to each worker before it is asked anything. Default: nothing.
 */
export function livingWorker<A>(options: {
  what: string;
  create: (name: string) => Worker;
  begin?: (api: Remote<A>) => Promise<unknown>;
}): LivingWorker<A> {
  const { what, create, begin } = options;
  let life: Life<A> | null = null;
  let isClosed = false;

  const start = (): Life<A> => {
    const name = `aquachrome-worker-${crypto.randomUUID()}`;
    const thread = create(name);
    let fail: (error: Error) => void = () => {};
    const death = new Promise<never>((_, reject) => {
      fail = reject;
    });
    // Whoever asks hears of it; that nobody asks is no fault.
    death.catch(() => {});
    const waits = new AbortController();
    const own: Life<A> = {
      api: wrap<A>(thread),
      death,
      begun: Promise.resolve(),
      end: (error) => {
        waits.abort();
        thread.terminate();
        if (life === own) life = null;
        fail(error);
      },
    };
    const gone = () => own.end(new WorkerGoneError(what));
    thread.addEventListener('error', (event) => {
      event.preventDefault();
      // The maker is told where it matters.
      console.info(`${what}: ${event.message ?? 'the worker could not be loaded'}`);
      gone();
    });
    thread.addEventListener('messageerror', gone);
    thread.addEventListener('message', ({ data }) => {
      // The lock is to be had only when the worker is no more.
      if (data === holdsLock) navigator.locks.request(name, { signal: waits.signal }, gone).catch(() => {});
    });
    if (begin) own.begun = Promise.race([begin(own.api).then(() => {}), death]);
    own.begun.catch(() => {});
    return own;
  };
  const askOnce = async <T>(question: (api: Remote<A>) => Promise<T>): Promise<T> => {
    life ??= start();
    const { api, death, begun } = life;
    await begun;
    return Promise.race([question(api), death]);
  };
  return {
    ask: async (question) => {
      try {
        return await askOnce(question);
      } catch (error) {
        if (!(error instanceof WorkerGoneError) || isClosed) throw error;
        return askOnce(question);
      }
    },
    close: () => {
      isClosed = true;
      life?.end(new WorkerGoneError(what));
    },
  };
}
