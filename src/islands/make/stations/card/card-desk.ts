import { create } from 'zustand';

export const cardSteps = [
  { id: 'needs', name: 'What is needed' },
  { id: 'place', name: 'In place' },
  { id: 'passes', name: 'Stamp and cut' },
] as const;
export type CardStep = (typeof cardSteps)[number]['id'];

/** What is open at the Card station. */
export type CardDeskState = {
  step: CardStep;
  /** Of which piece the details are open: "card/piece"; null: of none. */
  openPiece: string | null;
  set: (change: Partial<Omit<CardDeskState, 'set'>>) => void;
};

export const createCardDesk = () => create<CardDeskState>()((set) => ({ step: 'needs', openPiece: null, set: (change) => set(change) }));
