import { create, type StoreApi, type UseBoundStore } from 'zustand';
import type { Ladder } from '#model/ladder';
import type { Operation } from '#model/operation';

export const groupsSteps = [
  { id: 'ladders', name: 'Ladders' },
  { id: 'parting', name: 'Parting' },
  { id: 'palette', name: 'Palette' },
  { id: 'share', name: 'Repeats' },
  { id: 'instead', name: 'Instead' },
  { id: 'kept', name: 'Kept' },
  { id: 'pull', name: 'Pull' },
] as const;
export type GroupsStep = (typeof groupsSteps)[number]['id'];

/** What the picture shows at Groups: its colours, or (as through half-closed eyes) their lightness alone. */
export const groupsViews = [
  { id: 'bands', name: 'Colours' },
  { id: 'lightness', name: 'Squint' },
] as const;
export type GroupsView = (typeof groupsViews)[number]['id'];

/** Repeats that are being shared out. */
export type Sharing = {
  /** Elements whose regions take part. */
  elementIds: readonly string[];
  ladders: readonly Ladder[];
  /** Nearer than this counts as side by side; 0: only what touches. */
  nearMm: number;
  isEven: boolean;
  seed: number;
  /** Place of the ladder that a region was given by hand. */
  fixed: ReadonlyMap<string, number>;
  /** Place of the ladder of each region, as it is proposed. */
  kindOf: ReadonlyMap<string, number> | null;
};

export const noSharing: Sharing = {
  elementIds: [],
  ladders: [],
  nearMm: 0,
  isEven: true,
  seed: 1,
  fixed: new Map(),
  kindOf: null,
};

/** What is open at the Groups station: shared by the picture and the panel beside it. Nothing of it is kept. */
export type GroupsDeskState = {
  step: GroupsStep;
  view: GroupsView;
  /** The picture that what follows is about. */
  pictureId: string | null;
  /** The marker whose rung is in hand, of the chosen element's ladder. */
  rungId: string | null;
  /** What is shown before it is taken: as if these were done. */
  preview: readonly Operation[] | null;
  /** Pair that is pointed to in the list of what runs together, by the ids of its elements. */
  pointedPair: string | null;
  sharing: Sharing;
  /** The kept recipe that is being laid onto the picture. */
  keptId: string | null;
  said: string;
  set: (change: Partial<Omit<GroupsDeskState, 'set'>>) => void;
};

/** A desk on which nothing is being tried. */
export const nothingTried = { rungId: null, preview: null, pointedPair: null, sharing: noSharing, said: '' } as const;

export type GroupsDesk = UseBoundStore<StoreApi<GroupsDeskState>>;

export function createGroupsDesk(): GroupsDesk {
  return create<GroupsDeskState>()((set) => ({
    step: 'ladders',
    view: 'bands',
    pictureId: null,
    keptId: null,
    ...nothingTried,
    set: (change) => set(change),
  }));
}
