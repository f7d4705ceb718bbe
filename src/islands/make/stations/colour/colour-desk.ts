import { create } from 'zustand';

/** What is open at the Colour station. */
export type ColourDeskState = {
  /** What is coloured in one sitting: how often each colouring, by "picture/colouring"; null: nobody chose yet. */
  repeats: ReadonlyMap<string, number> | null;
  /** The card whose pictures were chosen all at once, by its name; null: they were chosen one by one. */
  card: string | null;
  /** What is being done, in words; null: nothing. */
  busy: string | null;
  set: (change: Partial<Omit<ColourDeskState, 'set'>>) => void;
};

export const createColourDesk = () =>
  create<ColourDeskState>()((set) => ({ repeats: null, card: null, busy: null, set: (change) => set(change) }));
