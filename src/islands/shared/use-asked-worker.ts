import { proxy, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { type LivingWorker, livingWorker } from './living-worker';
import { type Reading, StoppedError } from './use-files';

/**
 * A worker that is asked one thing at a time and can be stopped; what is asked now takes the place of what was.
 * @param what it does, as a maker is told of it. @param create the same all the time: the worker of that name.
 */
export function useAskedWorker<A>(what: string, create: (name: string) => Worker) {
  const [working, setWorking] = useState<Reading | null>(null);
  const worker = useRef<LivingWorker<A> | null>(null);
  const stopped = useRef<((error: Error) => void) | null>(null);
  const made = useRef({ what, create });
  const stop = useCallback(() => {
    worker.current?.close();
    worker.current = null;
    stopped.current?.(new StoppedError('Stopped. Nothing was changed.'));
    stopped.current = null;
    setWorking(null);
  }, []);
  useEffect(() => stop, [stop]);
  const ask = useCallback(
    async <T>(words: string, question: (api: Remote<A>, onProgress: (share: number) => void) => Promise<T>): Promise<T> => {
      stop();
      const own = livingWorker<A>(made.current);
      worker.current = own;
      setWorking({ words, share: null });
      const onProgress = proxy((share: number) => {
        if (worker.current === own) setWorking({ words, share });
      });
      try {
        const stops = new Promise<never>((_, reject) => {
          stopped.current = reject;
        });
        return await Promise.race([own.ask((api) => question(api, onProgress)), stops]);
      } finally {
        if (worker.current === own) {
          stopped.current = null;
          stop();
        }
      }
    },
    [stop],
  );
  return { working, ask, stop };
}
