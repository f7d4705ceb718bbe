import { create } from 'zustand';
import type { BandFocus } from '#core/scene/band-colours';
import type { PlacedAreas } from '#core/technique/wet-areas-of-picture';

/** What is open at the Recipe station. */
export type RecipeDeskState = {
  /** What the touched line of the recipe is about: it stands out on the picture. */
  focus: BandFocus | null;
  /** Whether its strokes have a way that is shown: flicks, feathered strokes. */
  hasWay: boolean;
  /** The mark whose line was pressed, and stays. */
  heldMark: number | null;
  /** Marks element by element, or all in the order of the hand. */
  view: 'elements' | 'order';
  /** The blend that was pressed in the order, and the element that it is of: parted anew, it has another name. */
  heldBlend: string | null;
  heldKey: string | null;
  /** What a drag over the picture does to the wet areas of that element. */
  wetTool: 'cut' | 'join' | null;
  /** Wet areas of the picture on show, as they were computed last. */
  wetAreas: readonly PlacedAreas[];
  /** The school being put together: its id; null: none. */
  schoolId: string | null;
  set: (change: Partial<Omit<RecipeDeskState, 'set'>>) => void;
};

export const createRecipeDesk = () =>
  create<RecipeDeskState>()((set) => ({
    focus: null,
    hasWay: false,
    heldMark: null,
    view: 'elements',
    heldBlend: null,
    heldKey: null,
    wetTool: null,
    wetAreas: [],
    schoolId: null,
    set: (change) => set(change),
  }));
