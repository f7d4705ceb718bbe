import { useEffect, useState } from 'react';
import type { Remote } from 'comlink';
import type { CutPlan } from '#core/cutting/cut-plan';
import type { CutPlanRequest } from '#core/cutting/cut-request';
import type { DiePasses, DiePassesRequest } from '#core/passes/die-passes';
import type { Spread, SpreadRequest } from '#core/spread/spread-motifs';
import { newestWish } from '#islands/shared/newest-wish.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { PassesApi } from '#workers/passes.worker';
import { layingWorker } from '#islands/shared/laying-worker.ts';

/** What is found for each request. `isSettled`: it is of what is asked now. */
export type LaidOut<A> = { answers: readonly A[] | null; isSettled: boolean; problem: string | null };

/** Asks the worker that lays things out for each request, the newest wish only. */
function useLaidOut<Q, A>(what: string, requests: readonly Q[], question: (api: Remote<PassesApi>, request: Q) => Promise<A>): LaidOut<A> {
  const [found, setFound] = useState<{ of: string; answers: readonly A[] } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const asked = JSON.stringify(requests);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a question is told by its requests.
  useEffect(() => {
    const worker = layingWorker(what);
    const wishes = newestWish<string>(
      async (wish, isNewest) => {
        const answers: A[] = [];
        for (const request of JSON.parse(wish) as Q[]) answers.push(await worker.ask((api) => question(api, request)));
        if (!isNewest()) return;
        setProblem(null);
        setFound({ of: wish, answers });
      },
      (error) => setProblem(problemToShow(error).message),
    );
    wishes.want(asked);
    return () => {
      wishes.forget();
      worker.close();
    };
  }, [asked]);
  return { answers: found?.answers ?? null, isSettled: found?.of === asked, problem };
}

/** Dies of each group in the fewest passes. */
export const usePasses = (requests: readonly DiePassesRequest[]): LaidOut<DiePasses> =>
  useLaidOut('Laying out the passes', requests, async (api, request): Promise<DiePasses> => await api.passes(request));

/** Sheets of each paper cut into its pieces. */
export const useCutPlans = (requests: readonly CutPlanRequest[]): LaidOut<CutPlan> =>
  useLaidOut('Planning the cuts', requests, async (api, request): Promise<CutPlan> => await api.cuts(request));

/** Motifs of each card spread over its panel. */
export const useSpreads = (requests: readonly SpreadRequest[]): LaidOut<Spread> =>
  useLaidOut('Spreading the pieces', requests, async (api, request): Promise<Spread> => await api.spread(request));
