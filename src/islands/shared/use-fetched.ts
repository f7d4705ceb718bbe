import useSWR, { type SWRConfiguration } from 'swr';
import type { Problem } from '#model/api/problem';
import { listMakesAnswerSchema } from '#model/api/makes';
import { call, problemToShow } from './server-calls';

/** What is here stays until it is asked for again: this installation's data change by this maker's hand. */
const asAsked: SWRConfiguration = { revalidateOnFocus: false, revalidateIfStale: true, shouldRetryOnError: false, keepPreviousData: true };

export type Fetched<T> = { data: T | undefined; problem: Problem | null; again: () => void };

/**
 * Something read from the server, named by a key: whoever asks for the same at the same time shares one request. What was here stays while
 * something else is fetched.
 * @param key null: nothing is asked for yet.
 */
export function useFetched<T>(key: string | null, fetcher: (key: string) => Promise<T>): Fetched<T> {
  const { data, error, mutate } = useSWR<T, unknown>(key, fetcher, asAsked);
  return { data, problem: error === undefined ? null : problemToShow(error), again: () => void mutate() };
}

/** All makes with their elements and ladders, in short; only offered from, so that none is no trouble. */
export function useListedMakes() {
  const { data } = useFetched('/api/makes', (address) => call(listMakesAnswerSchema, address));
  return data?.makes ?? noMakes;
}

const noMakes: never[] = [];
