import { proxy, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { FilesApi } from '#workers/files.worker';
import { type LivingWorker, livingWorker } from './living-worker';

/** What is being read; `share` is null where nobody knows how far it is. */
export type Reading = { words: string; share: number | null };

/** A reading that the maker stopped: nothing came of it. */
export class StoppedError extends Error {
  override readonly name = 'StoppedError';
}

/** Reads files and pasted texts in a worker: the page goes on, shows how far it is, and may stop it. */
export function useFiles() {
  const [reading, setReading] = useState<Reading | null>(null);
  const worker = useRef<LivingWorker<FilesApi> | null>(null);
  const stopped = useRef<((error: Error) => void) | null>(null);
  const end = useCallback(() => {
    worker.current?.close();
    worker.current = null;
    stopped.current?.(new StoppedError('Stopped. Nothing was changed.'));
    stopped.current = null;
  }, []);
  useEffect(() => end, [end]);
  const read = useCallback(
    async <T>(words: string, question: (api: Remote<FilesApi>, onProgress: (share: number) => void) => Promise<T>): Promise<T> => {
      // One at a time: what is asked now takes the place of what was.
      end();
      worker.current = livingWorker<FilesApi>({
        what: 'What reads files',
        create: (name) => new Worker(new URL('../../workers/files.worker.ts', import.meta.url), { type: 'module', name }),
      });
      const own = worker.current;
      const stop = new Promise<never>((_, reject) => {
        stopped.current = reject;
      });
      stop.catch(() => {});
      setReading({ words, share: null });
      const onProgress = proxy((share: number) => {
        if (worker.current === own) setReading({ words, share });
      });
      try {
        return await Promise.race([own.ask((api) => question(api, onProgress)), stop]);
      } finally {
        if (worker.current === own) {
          stopped.current = null;
          end();
        }
        if (!worker.current) setReading(null);
      }
    },
    [end],
  );
  return { reading, read, stop: end };
}
