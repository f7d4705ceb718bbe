import { expect, it } from 'vitest';
import type { PartPlace } from '#core/scene/whereabouts';
import { placeInWords, withinSentence } from './place-words';

const place = (change: Partial<PartPlace> = {}): PartPlace => ({
  ...{ partMm2: 100, bandMm2: 20, part: null, side: 'left', isAlongEdge: true, shape: 'compact', beside: [] },
  ...change,
});
const names = ['Scarf', 'Coat', 'Left boot'];
const nameOf = (owner: number) => names[owner - 1];
const said = (...places: PartPlace[]) => placeInWords(places, nameOf);

it('a side, an end, the middle and all round are told as one would', () => {
  expect(said(place())).toBe('along the left edge');
  expect(said(place({ isAlongEdge: false }))).toBe('on the left');
  expect(said(place({ shape: 'wide' }))).toBe('at the left end');
  expect(said(place({ side: 'bottom', shape: 'tall' }))).toBe('at the foot');
  expect(said(place({ side: 'middle' }))).toBe('in the middle');
  expect(said(place({ side: 'all round' }))).toBe('all round');
  expect(said(place({ side: 'both sides', shape: 'wide' }))).toBe('at both ends');
  expect(said()).toBeUndefined();
});

it('neighbours are named by where they are and whether they lie in front, two at the most, and none without a name', () => {
  const beside = [
    { owner: 1, on: 'top' as const, isInFront: true },
    { owner: 9, on: 'top' as const, isInFront: true },
    { owner: 2, on: 'bottom' as const, isInFront: false },
    { owner: 3, on: 'left' as const, isInFront: true },
  ];
  expect(said(place({ beside }))).toBe('along the left edge, under the scarf and above the coat');
  expect(said(place({ beside: beside.slice(3) }))).toBe('along the left edge and behind the left boot');
});

it('parts of which the same is true are told together, others by where they lie', () => {
  const scarf = { owner: 1, on: 'top' as const, isInFront: true };
  const [left, right] = [place({ part: 'lower left', bandMm2: 30, beside: [scarf] }), place({ part: 'upper right' })];
  expect(said(left, right), 'what only one lies beside is no word of both').toBe('along the left edge of each');
  expect(said(left, { ...right, side: 'bottom' })).toBe(
    'on the left one along the left edge and under the scarf; on the right one along the lower edge',
  );
  const more = [place({ part: 'top', side: 'top' }), place({ part: 'bottom', side: 'right' }), place({ part: null, side: 'bottom' })];
  expect(said(left, right, ...more.slice(0, 2))).toBe(
    'on two of them along the left edge; on the upper one along the upper edge; elsewhere as the light falls',
  );
  expect(said(left, right, ...more), 'of many').toBe('on two of them along the left edge; elsewhere as the light falls');
});

it('names of things become words of a sentence, names of people and numbered ones stay', () => {
  expect(['Scarf', 'Left boot', 'Aunt May', 'Leaf 3', 'The moon', 'TV', 'éclair'].map(withinSentence)).toEqual([
    ...['the scarf', 'the left boot', 'Aunt May', 'Leaf 3', 'The moon', 'TV', 'the éclair'],
  ]);
});
