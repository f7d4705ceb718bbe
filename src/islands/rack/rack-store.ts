import { create } from 'zustand';
import { mostMarkersAtOnce, type RackAnswer, type RackChange } from '#model/api/rack';
import type { Problem } from '#model/api/problem';
import type { Rack } from '#model/marker';
import { changeRack, fetchRack } from '#islands/shared/rack-fetched.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';

type RackState = {
  rack: RackAnswer | null;
  problem: Problem | null;
  busy: boolean;
  chosenId: string | null;
  load: () => Promise<void>;
  /** Sends a change; answers whether it was kept. On failure the rack stays as it is and the problem is shown. */
  change: (change: RackChange) => Promise<boolean>;
  choose: (markerId: string | null) => void;
  /** What was taken out last, until it is put back or the page is left. */
  takenOut: Pick<Rack, 'markers' | 'pairNotes' | 'readings'> | null;
  takeOut: (markerIds: readonly string[]) => Promise<void>;
  putBack: () => Promise<void>;
};

/** The rack as kept on the server; every change is sent at once. */
export const useRack = create<RackState>()((set, get) => ({
  rack: null,
  problem: null,
  busy: false,
  chosenId: null,
  load: async () => {
    try {
      set({ rack: await fetchRack(), problem: null });
    } catch (error) {
      set({ problem: problemToShow(error) });
    }
  },
  change: async ({ markers = [], readings = [], ...rest }) => {
    set({ busy: true });
    try {
      // The lines come with the first part, so that its markers have somewhere to stand.
      for (let from = 0; from === 0 || from < markers.length; from += mostMarkersAtOnce) {
        const part: RackChange = { ...(from === 0 ? rest : {}), markers: markers.slice(from, from + mostMarkersAtOnce) };
        set({ rack: await changeRack(part), problem: null });
      }
      // Readings after all of their markers.
      for (let from = 0; from < readings.length; from += mostMarkersAtOnce)
        set({ rack: await changeRack({ readings: readings.slice(from, from + mostMarkersAtOnce) }), problem: null });
      return true;
    } catch (error) {
      set({ problem: problemToShow(error) });
      return false;
    } finally {
      set({ busy: false });
    }
  },
  choose: (chosenId) => set({ chosenId }),
  takenOut: null,
  takeOut: async (markerIds) => {
    const before = get().rack;
    const ids = new Set(markerIds);
    if (!before || !(await get().change({ removeMarkers: [...ids] }))) return;
    set({
      takenOut: {
        markers: before.markers.filter(({ id }) => ids.has(id)),
        pairNotes: before.pairNotes.filter(({ firstId, secondId }) => ids.has(firstId) || ids.has(secondId)),
        readings: before.readings.filter(({ markerId }) => ids.has(markerId)),
      },
    });
  },
  putBack: async () => {
    const { takenOut, change } = get();
    // The notes follow their markers: both ends must be there again.
    if (!takenOut || !(await change({ markers: takenOut.markers, readings: takenOut.readings }))) return;
    if (takenOut.pairNotes.length === 0 || (await change({ pairNotes: takenOut.pairNotes }))) set({ takenOut: null });
  },
}));
