import { useEffect, useMemo, useState } from 'react';
import type { DiePasses, DiePassesRequest } from '#core/passes/die-passes';
import { livingWorker } from '#islands/shared/living-worker.ts';
import { newestWish } from '#islands/shared/newest-wish.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { PassesApi } from '#workers/passes.worker';

export type FoundPasses = { of: readonly DiePassesRequest[]; answers: DiePasses[] };

/** Lays out each group by itself, the newest wish only. `found` is of the groups as they are asked when `isSettled`. */
export function usePasses(requests: readonly DiePassesRequest[]): {
  found: FoundPasses | null;
  isSettled: boolean;
  problem: string | null;
} {
  const [found, setFound] = useState<FoundPasses | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const asked = useMemo(() => JSON.stringify(requests), [requests]);
  useEffect(() => {
    const worker = livingWorker<PassesApi>({
      what: 'Laying out the passes',
      create: (name) => new Worker(new URL('../../../../workers/passes.worker.ts', import.meta.url), { type: 'module', name }),
    });
    const wishes = newestWish<readonly DiePassesRequest[]>(
      async (wish, isNewest) => {
        const answers: DiePasses[] = [];
        for (const request of wish) answers.push(await worker.ask(async (api): Promise<DiePasses> => await api.passes(request)));
        if (!isNewest()) return;
        setProblem(null);
        setFound({ of: wish, answers });
      },
      (error) => setProblem(problemToShow(error).message),
    );
    wishes.want(JSON.parse(asked) as DiePassesRequest[]);
    return () => {
      wishes.forget();
      worker.close();
    };
  }, [asked]);
  return { found, isSettled: found !== null && JSON.stringify(found.of) === asked, problem };
}
