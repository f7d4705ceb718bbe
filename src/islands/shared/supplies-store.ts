import { create } from 'zustand';
import type { SuppliesAnswer, SuppliesChange } from '#model/api/supplies';
import type { Problem } from '#model/api/problem';
import { problemToShow } from './server-calls';
import { changeSupplies, fetchSupplies } from './supplies-fetched';

type SuppliesState = {
  /** Null: not here yet. */
  supplies: SuppliesAnswer | null;
  problem: Problem | null;
  load: () => Promise<void>;
  /** Sends a change; answers whether it was kept. On failure all stays as it is and the problem is shown. */
  change: (change: SuppliesChange) => Promise<boolean>;
};

/** What the maker has beside the rack, as kept on the server; every change is sent at once. */
export const useSupplies = create<SuppliesState>()((set) => {
  const settle = async (asked: Promise<SuppliesAnswer>): Promise<boolean> => {
    try {
      set({ supplies: await asked, problem: null });
      return true;
    } catch (error) {
      set({ problem: problemToShow(error) });
      return false;
    }
  };
  return {
    supplies: null,
    problem: null,
    load: async () => void (await settle(fetchSupplies())),
    change: (change) => settle(changeSupplies(change)),
  };
});
