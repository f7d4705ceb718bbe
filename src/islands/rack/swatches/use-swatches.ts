import { laidOutSchema, type SwatchWish, swatchSheetsSchema } from '#model/api/swatch-sheets';
import type { PrintedSheet } from '#model/printed-sheet';
import { call, jsonPost } from '#islands/shared/server-calls.ts';
import { useAskedWorker } from '#islands/shared/use-asked-worker.ts';
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
export const useSwatchWorker = () =>
  useAskedWorker<SwatchesApi>(
    'What reads swatches',
    (name) => new Worker(new URL('../../../workers/swatches.worker.ts', import.meta.url), { type: 'module', name }),
  );
