import type { TakeFrom } from './gather';
import { create, type StoreApi, type UseBoundStore } from 'zustand';

export const elementsSteps = [
  { id: 'gather', name: 'Gather' },
  { id: 'bodies', name: 'Bodies' },
  { id: 'fronts', name: 'In front' },
  { id: 'spots', name: 'Soft spots' },
  { id: 'white', name: 'Still white' },
] as const;
export type ElementsStep = (typeof elementsSteps)[number]['id'];

/** What a tap does with the body in hand: takes another in hand, takes an area in or lets it go, or says what it lies on. */
export type BodyAct = 'choose' | 'take' | 'layOn';

/** What is open at the Elements station: shared by the picture and the panel beside it. Nothing of it is kept. */
export type ElementsDeskState = {
  step: ElementsStep;
  /** A region of the body in hand. */
  bodyAt: string | null;
  bodyAct: BodyAct;
  /** The region whose borders are told of; null: where the drawing tells least. */
  frontsOf: string | null;
  /** How large the next tap or stroke of a soft spot is, and over how much it fades. */
  spotRadiusMm: number;
  spotSoftMm: number;
  /** The region that blinks, and how often one was asked to. */
  blink: { regionId: string; turn: number } | null;
  /** Regions far off the rest of their element that are meant to be. */
  meant: readonly string[];
  /** Areas of another element that were tapped, and where (shares of the picture): whether they are taken is asked there. */
  asks: (TakeFrom & { at: readonly [number, number] }) | null;
  /** Areas that are shown before they are taken. */
  showing: readonly string[] | null;
  /** Elements that were taken together and wait for their names, in this order: Enter goes from one to the next. */
  toName: readonly string[];
  said: string;
  set: (change: Partial<Omit<ElementsDeskState, 'set'>>) => void;
  /** Shows a region: it blinks. */
  blinkAt: (regionId: string) => void;
};

export type ElementsDesk = UseBoundStore<StoreApi<ElementsDeskState>>;

export function createElementsDesk(): ElementsDesk {
  return create<ElementsDeskState>()((set) => ({
    step: 'gather',
    bodyAt: null,
    bodyAct: 'choose',
    frontsOf: null,
    spotRadiusMm: 3,
    spotSoftMm: 2,
    blink: null,
    meant: [],
    asks: null,
    showing: null,
    toName: [],
    said: '',
    set: (change) => set(change),
    blinkAt: (regionId) => set(({ blink }) => ({ blink: { regionId, turn: (blink?.turn ?? 0) + 1 } })),
  }));
}
