import { create } from 'zustand';
import type { Spread } from '#core/spread/spread-motifs';
import type { LaidOut } from './use-laid-out';

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
  /** Whose panel is in the picture's place; null: the first card's. */
  cardId: string | null;
  /** Where its pieces lie, as it is worked out in the picture's place for the panel beside it. */
  spread: LaidOut<Spread>;
  set: (change: Partial<Omit<CardDeskState, 'set'>>) => void;
};

export const createCardDesk = () =>
  create<CardDeskState>()((set) => ({
    ...{ step: 'needs', openPiece: null, cardId: null, spread: { answers: null, isSettled: false, problem: null } },
    set: (change) => set(change),
  }));
