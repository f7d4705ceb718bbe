import { useEffect } from 'react';

/** After the page has shown what it was opened for, in ms. */
const afterMs = 1_500;

/**
 * Fetches the parts of a page that are shown later, before they are asked for: also for a time when the server is away. One that cannot be
 * had now is fetched again when it is shown.
 */
export function useFetchedAhead(pieces: Record<string, () => Promise<unknown>>): void {
  useEffect(() => {
    const clock = setTimeout(() => void Promise.allSettled(Object.values(pieces).map((fetch) => fetch())), afterMs);
    return () => clearTimeout(clock);
  }, [pieces]);
}
