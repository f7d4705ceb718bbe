import type { Card } from '#model/card';
import type { Lab } from '#model/marker';
import type { Make } from '#model/make';
import type { LengthUnit } from '#core/card/lengths';
import type { Front } from './front';
import type { Height } from './heights';
import type { Beside, Laid } from './laid';

export const findingKinds = [
  ...(['hangsOff', 'tooTall', 'wordsCovered', 'wordsHard', 'samePlace', 'windowCovered', 'lightDiffers', 'noColour'] as const),
  ...(['runsTogether', 'twiceOneColour', 'evenAccents', 'leansAside', 'emptyCorner', 'tooThick', 'onDrop', 'noOutline', 'gone'] as const),
] as const;
export type FindingKind = (typeof findingKinds)[number];

/** A way out of a finding. */
export type Way =
  | { does: 'move'; itemId: string; xMm: number; yMm: number }
  | { does: 'shift'; rightMm: number; downMm: number }
  | { does: 'toFront' | 'mayHang' | 'quarterTurn' | 'flat' | 'takeAway'; itemId: string }
  | { does: 'shadeAnew'; itemId: string; lampDeg: number }
  | { does: 'another'; itemId: string }
  | { does: 'trace'; itemId: string }
  | { does: 'fill'; xMm: number; yMm: number; sizeMm: number };

/** What a good eye sees. `id` stays the same as long as it is about the same things; `value` in the unit that its words say. */
export type Finding = { id: string; kind: FindingKind; itemIds: string[]; value: number; words: string; ways: Way[] };

/** Where what is looked at stands out or does not; common practice, no source, unless said. */
export const leasts = {
  /** Less over the edge than a cut is off. */
  overhangMm: 0.5,
  coveredShare: 0.02,
  /** WCAG 2.2 (2023), 1.4.3: text, and large text (18 pt, 6.35 mm, and more). */
  contrast: 4.5,
  largeContrast: 3,
  largeTextMm: 6.35,
  /** Under so much of words nobody reads them. */
  shareUnder: 0.08,
  /** Neighbours this near in L* do not part at a squint. */
  apartL: 6,
  /** Colours this near (CIEDE2000) are taken for one. */
  sameColour: 6,
  /** Neighbours lie no farther from each other. */
  besideMm: 4,
  /** The balance of darkness lies off the middle by this share of the card. */
  lean: 0.12,
  /** A corner with nothing, and one that is full. */
  emptyShare: 0.95,
  fullShare: 0.5,
} as const;

/** Thicker is dearer by post, where nobody said another limit: from memory, it differs from country to country. */
export const usualPostMm = 5;

export type Looked = {
  make: Make;
  card: Card;
  beside: Beside;
  front: Front;
  laid: readonly Laid[];
  heights: ReadonlyMap<string, Height>;
  /** Mean colour of each picture as it will look, by item id; what is missing is not judged. */
  tones: ReadonlyMap<string, Lab>;
  unit: LengthUnit;
};
