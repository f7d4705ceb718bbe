import { create } from 'zustand';
import type { Spread } from '#core/spread/spread-motifs';
import type { CutStep } from '#core/cutting/cut-list';
import type { CutNode } from '#core/cutting/cut-tree';
import type { LaidOut } from './use-laid-out';

export const cardSteps = [
  { id: 'needs', name: 'What is needed' },
  { id: 'paper', name: 'Paper' },
  { id: 'place', name: 'In place' },
  { id: 'passes', name: 'Stamp and cut' },
] as const;
export type CardStep = (typeof cardSteps)[number]['id'];

/** A sheet and how far it is cut. `names`: of its pieces, by their keys. */
export type ShownSheet = { title: string; tree: CutNode; steps: readonly CutStep[]; done: number; names: ReadonlyMap<string, string> };

/** What is open at the Card station. */
export type CardDeskState = {
  step: CardStep;
  /** Of which piece the details are open: "card/piece"; null: of none. */
  openPiece: string | null;
  /** Whose panel is in the picture's place; null: the first card's. */
  cardId: string | null;
  /** Where its pieces lie, as it is worked out in the picture's place for the panel beside it. */
  spread: LaidOut<Spread>;
  /** Of which paper the sheet in hand is; null: the first. */
  paperInHand: string | null;
  /** The sheet in hand, as the panel has planned it; null: none is cut. */
  sheet: ShownSheet | null;
  set: (change: Partial<Omit<CardDeskState, 'set'>>) => void;
};

export const createCardDesk = () =>
  create<CardDeskState>()((set) => ({
    ...{
      step: 'needs',
      openPiece: null,
      cardId: null,
      spread: { answers: null, isSettled: false, problem: null },
      paperInHand: null,
      sheet: null,
    },
    set: (change) => set(change),
  }));
