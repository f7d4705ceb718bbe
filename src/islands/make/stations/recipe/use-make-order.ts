import { useEffect, useMemo, useState } from 'react';
import { type NewestWish, newestWish } from '#islands/shared/newest-wish.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { useSettled } from '#islands/shared/use-settled.ts';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import type { SuppliesAnswer } from '#model/api/supplies';
import type { Supplies } from '#model/supplies';
import type { MakeStore, ShownRack } from '../../document/make-store';
import { type FoundOrder, findOrder, type OrderWish, orderWish, orderWorker } from '../../plan/order-of-make';

export type ShownOrder = {
  /** Null: not there yet, or there is a problem. */
  found: FoundOrder | null;
  /** Why there is no order, in words. */
  problem: string | null;
  /** Whether what is found is of the make as it is now. */
  isSettled: boolean;
  wish: OrderWish | null;
};

type Given = {
  useMake: MakeStore;
  make: Make;
  picture: ColouredPicture;
  rack: ShownRack;
  supplies: Supplies & Pick<SuppliesAnswer, 'learnt'>;
};

/** The order of all pictures of a make, the newest wish only. */
export function useMakeOrder({ useMake, make, picture, rack, supplies }: Given): ShownOrder {
  const { markers } = rack;
  const tables = useMake((state) => state.tables);
  const blobOf = useMake((state) => state.blobOf);
  const asked = useMemo((): { wish: OrderWish } | { problem: string } => {
    try {
      return { wish: orderWish({ make, picture, rack, supplies, tables }) };
    } catch (error) {
      if (error instanceof RangeError) return { problem: error.message };
      throw error;
    }
  }, [make, picture, rack, supplies, tables]);
  const [found, setFound] = useState<{ of: OrderWish; found: FoundOrder } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [wishes, setWishes] = useState<NewestWish<OrderWish> | null>(null);

  useEffect(() => {
    const worker = orderWorker();
    const own = newestWish<OrderWish>(
      async (wish, isNewest) => {
        const answer = await findOrder(wish, { worker, markers, blobOf, isWanted: isNewest });
        if (!answer) return;
        setProblem('problem' in answer ? answer.problem : null);
        setFound('problem' in answer ? null : { of: wish, found: answer });
      },
      (error) => setProblem(problemToShow(error).message),
    );
    setWishes(own);
    return () => {
      own.forget();
      worker.close();
      setWishes(null);
    };
  }, [blobOf, markers]);

  const wish = useSettled('wish' in asked ? asked.wish : null);
  useEffect(() => {
    if (wishes && wish) wishes.want(wish);
  }, [wishes, wish]);
  const isAsked = 'wish' in asked;
  return {
    found: isAsked ? (found?.found ?? null) : null,
    problem: isAsked ? problem : asked.problem,
    isSettled: isAsked && found?.of === wish,
    wish,
  };
}
