import { create, type StoreApi, type UseBoundStore } from 'zustand';
import type { OriginalPlace, Preparation } from '#model/preparation';
import type { MendTool, PlaceMm } from '#model/reading';

export type DeskStep = 'cutOut' | 'lines' | 'mend' | 'measures';

/** What is open on the picture's own desk: shared by the picture at the left and the panel beside it. Nothing of it is kept. */
export type DeskState = {
  step: DeskStep;
  tool: MendTool;
  /** Where the keyboard's pen stands; null: in the middle of the picture. */
  crosshair: PlaceMm | null;
  /** Where the loupe looks: under the hand, or at the pen. */
  loupeAt: PlaceMm | null;
  penDownAt: PlaceMm | null;
  /** Number of the proposal the panel points at. */
  markedOpening: number | null;
  /** Region chosen among the measures. */
  measuredRegionId: string | null;
  said: string;
  /** The cut-out while it is being moved; null: as it is kept. */
  corners: Preparation['corners'] | null;
  ruler: [OriginalPlace, OriginalPlace] | null;
  set: (change: Partial<Omit<DeskState, 'set'>>) => void;
};

export type DeskStore = UseBoundStore<StoreApi<DeskState>>;

export function createDeskStore(): DeskStore {
  return create<DeskState>()((set) => ({
    step: 'mend',
    tool: 'line',
    crosshair: null,
    loupeAt: null,
    penDownAt: null,
    markedOpening: null,
    measuredRegionId: null,
    said: '',
    corners: null,
    ruler: null,
    set: (change) => set(change),
  }));
}
