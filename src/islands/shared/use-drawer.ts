import { create } from 'zustand';
import type { DrawerAnswer, DrawerChange } from '#model/api/drawer';
import type { Problem } from '#model/api/problem';
import { changeDrawer, fetchDrawer } from './drawer-calls';
import { problemToShow } from './server-calls';

type DrawerState = {
  /** Null: not here yet. */
  drawer: DrawerAnswer | null;
  problem: Problem | null;
  load: () => Promise<void>;
  /** Sends a change; answers whether it was kept. On failure all stays as it is and the problem is shown. */
  change: (change: DrawerChange) => Promise<boolean>;
};

/** The drawer as kept on the server; every change is sent at once. */
export const useDrawer = create<DrawerState>()((set) => {
  const settle = async (asked: Promise<DrawerAnswer>): Promise<boolean> => {
    try {
      set({ drawer: await asked, problem: null });
      return true;
    } catch (error) {
      set({ problem: problemToShow(error) });
      return false;
    }
  };
  return {
    drawer: null,
    problem: null,
    load: async () => void (await settle(fetchDrawer())),
    change: (change) => settle(changeDrawer(change)),
  };
});
