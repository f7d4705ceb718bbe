export type NewestWish<W> = {
  /** Asks for this, in the place of whatever is waiting to be begun. */
  want: (wish: W) => void;
  /** Forgets what is waiting to be begun; what is under way ends by itself. */
  forget: () => void;
};

/**
 * Works on one wish at a time; of those that come meanwhile only the newest counts.
 * @param work what is done for a wish; `isNewest` tells whether nothing newer has been wished since.
 * @param onError told what the work threw; the next wish is worked on all the same.
 */
export function newestWish<W>(work: (wish: W, isNewest: () => boolean) => Promise<void>, onError: (error: unknown) => void): NewestWish<W> {
  let waiting: { wish: W } | null = null;
  let turn = 0;
  let busy = false;
  const run = async () => {
    busy = true;
    for (let next = waiting; next; next = waiting) {
      waiting = null;
      const own = turn;
      try {
        await work(next.wish, () => own === turn);
      } catch (error) {
        if (own === turn) onError(error);
      }
    }
    busy = false;
  };
  return {
    want: (wish) => {
      waiting = { wish };
      turn++;
      if (!busy) void run();
    },
    forget: () => {
      waiting = null;
      turn++;
    },
  };
}
