import { create } from 'zustand';
import type { LampOver } from '#model/plan-source';
import type { Lab } from '#model/marker';
import type { Spread } from '#core/spread/spread-motifs';
import type { CutStep } from '#core/cutting/cut-list';
import type { CutNode } from '#core/cutting/cut-tree';
import type { LaidOut } from './use-laid-out';

export const cardSteps = [
  { id: 'needs', name: 'What is needed' },
  { id: 'paper', name: 'Paper' },
  { id: 'place', name: 'In place' },
  { id: 'passes', name: 'Stamp and cut' },
  { id: 'layout', name: 'Lay out' },
  { id: 'together', name: 'Put together' },
] as const;
export const cardViews = [
  { id: 'front', name: 'Front' },
  { id: 'opened', name: 'Opened' },
  { id: 'side', name: 'From the side' },
  { id: 'patch', name: 'Light on its ground' },
] as const;
export type CardView = (typeof cardViews)[number]['id'];
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
  /** What is seen of the card: its front, opened, from the side, or where its ground is lightest. */
  view: CardView;
  /** The thing in hand, by its id in the layout; null: none. */
  itemId: string | null;
  /** The layout beside the one in hand; null: none. */
  besideId: string | null;
  /** A room that is to be filled; null: none is sought. */
  room: { xMm: number; yMm: number; sizeMm: number } | null;
  /** The step of putting it together in hand; null: none. */
  taskId: string | null;
  /** The lamp of the card while it is being moved. */
  lampInHand: LampOver | null;
  /** Mean colours of what lies there as it will look, by item id. */
  tones: ReadonlyMap<string, Lab>;
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
      ...{ view: 'front', itemId: null, besideId: null, room: null, taskId: null, lampInHand: null, tones: new Map() },
    },
    set: (change) => set(change),
  }));
