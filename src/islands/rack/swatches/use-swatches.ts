import { proxy, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { laidOutSchema, type SwatchWish, swatchSheetsSchema } from '#model/api/swatch-sheets';
import type { PrintedSheet } from '#model/printed-sheet';
import { type LivingWorker, livingWorker } from '#islands/shared/living-worker.ts';
import { call, jsonPost } from '#islands/shared/server-calls.ts';
import { StoppedError } from '#islands/shared/use-files.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import type { SwatchesApi } from '#workers/swatches.worker';

const address = '/api/swatch-sheets';

/** The sheets that were printed, the newest first. */
export function usePrintedSheets() {
  return useFetched(address, () => call(swatchSheetsSchema, address));
}

/** Lays sheets out and keeps them. @returns their numbers. @throws CallProblem */
export async function layOutSheets(wish: SwatchWish): Promise<string[]> {
  return (await call(laidOutSchema, address, jsonPost(wish))).numbers;
}

/** Where sheets are printed. */
export const printAddress = (numbers: readonly string[]): string => `${address}/print?sheets=${numbers.join(',')}`;

/** "88d.fern to 27d.moss" */
export function codesOfSheet({ codes }: PrintedSheet): string {
  const [first, last] = [codes[0]?.code, codes.at(-1)?.code];
  return first === last ? (first ?? '') : `${first} to ${last}`;
}

/** Reads and photographs sheets in a worker; what is asked now takes the place of what was. */
export function useSwatchWorker() {
  const [working, setWorking] = useState<{ words: string; share: number | null } | null>(null);
  const worker = useRef<LivingWorker<SwatchesApi> | null>(null);
  const stopped = useRef<((error: Error) => void) | null>(null);
  const stop = useCallback(() => {
    worker.current?.close();
    worker.current = null;
    stopped.current?.(new StoppedError('Stopped. Nothing was changed.'));
    stopped.current = null;
    setWorking(null);
  }, []);
  useEffect(() => stop, [stop]);
  const ask = useCallback(
    async <T>(words: string, question: (api: Remote<SwatchesApi>, onProgress: (share: number) => void) => Promise<T>): Promise<T> => {
      stop();
      const own = livingWorker<SwatchesApi>({
        what: 'What reads swatches',
        create: (name) => new Worker(new URL('../../../workers/swatches.worker.ts', import.meta.url), { type: 'module', name }),
      });
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
