import { create, type StoreApi, type UseBoundStore } from 'zustand';
import type { HandKind } from '#model/hand-stroke';
import type { SceneLamp } from '#model/lamp';
import type { Operation } from '#model/operation';
import type { PaintView } from '../../plan/use-bands';

export const lightSteps = [
  { id: 'lamp', name: 'Lamp' },
  { id: 'elements', name: 'Elements' },
  { id: 'cuts', name: 'Cut ends' },
  { id: 'hand', name: 'Hand' },
  { id: 'outside', name: 'Around' },
  { id: 'beside', name: 'Two lights' },
] as const;
export type LightStep = (typeof lightSteps)[number]['id'];

/** What the picture may show of the light. */
export const lightViews = [
  { id: 'bands', name: 'Colours' },
  { id: 'lightness', name: 'Lightness' },
  { id: 'form', name: 'Grey form' },
] as const satisfies readonly { id: PaintView; name: string }[];

/** What is open at the Light station: shared by the picture and the panel beside it. Nothing of it is kept. */
export type LightDeskState = {
  step: LightStep;
  view: PaintView;
  tool: HandKind;
  radiusMm: number;
  /** Another light that is looked at beside the scene's. */
  beside: SceneLamp | null;
  /** What is shown while something is moved: as if these were done. */
  preview: readonly Operation[] | null;
  said: string;
  set: (change: Partial<Omit<LightDeskState, 'set'>>) => void;
};

export type LightDesk = UseBoundStore<StoreApi<LightDeskState>>;

export function createLightDesk(): LightDesk {
  return create<LightDeskState>()((set) => ({
    step: 'lamp',
    view: 'bands',
    tool: 'darker',
    radiusMm: 2,
    beside: null,
    preview: null,
    said: '',
    set: (change) => set(change),
  }));
}
