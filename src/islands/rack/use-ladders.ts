import { byId as rowsById } from '#core/make/by-id';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { ShownMarker } from '#core/markers/assumed-colour';
import type { LadderRequest } from '#core/markers/find-ladders';
import { livingWorker } from '#islands/shared/living-worker.ts';
import { newestWish } from '#islands/shared/newest-wish.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { LaddersApi } from '#workers/ladders.worker';
import type { LadderAnswer } from '#workers/ladders-messages';

export type FoundLadder = { rungs: ShownMarker[]; reasons: string[] };
export type FoundLadders = {
  /** Null while they are sought. */
  ladders: FoundLadder[] | null;
  purchase: { marker: ShownMarker; rungs: ShownMarker[] } | null;
  problem: string | null;
  tryAgain: () => void;
};

type Answered = { asked: object; answer: LadderAnswer };

/** Ladders of the rack, found in a worker; of requests that come fast only the newest is answered. @param request null: nothing is asked. */
export function useLadders(markers: readonly ShownMarker[], request: LadderRequest | null): FoundLadders {
  const [answered, setAnswered] = useState<Answered | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [turn, setTurn] = useState(0);
  const [worker] = useState(() =>
    livingWorker<LaddersApi>({
      what: 'What finds ladders',
      create: (name) => new Worker(new URL('../../workers/ladders.worker.ts', import.meta.url), { type: 'module', name }),
    }),
  );
  const [wishes] = useState(() => {
    return newestWish<{ markers: readonly ShownMarker[]; request: LadderRequest }>(
      async (wish, isNewest) => {
        const answer = await worker.ask((api) => api.find({ ...wish, withPurchase: wish.request.start !== undefined }));
        if (isNewest()) setAnswered({ asked: wish.request, answer });
        setProblem(null);
      },
      (error) => setProblem(problemToShow(error).message),
    );
  });
  useEffect(() => () => worker.close(), [worker]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a turn is one try.
  useEffect(() => {
    if (request) wishes.want({ markers, request });
  }, [wishes, markers, request, turn]);
  const tryAgain = useCallback(() => {
    setProblem(null);
    setTurn((last) => last + 1);
  }, []);
  return useMemo(() => {
    const byId = rowsById(markers);
    const rungsOf = (ids: readonly string[]) => ids.flatMap((id) => byId.get(id) ?? []);
    const answer = answered?.asked === request ? answered?.answer : undefined;
    const bought = answer?.purchase && byId.get(answer.purchase.markerId);
    return {
      ladders: answer ? answer.ladders.map(({ markerIds, reasons }) => ({ rungs: rungsOf(markerIds), reasons })) : request ? null : [],
      purchase: bought && answer.purchase ? { marker: bought, rungs: rungsOf(answer.purchase.ladderIds) } : null,
      problem,
      tryAgain,
    };
  }, [answered, request, markers, problem, tryAgain]);
}
