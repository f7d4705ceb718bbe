import { expect, it } from 'vitest';
import type { ColouredElement } from '#model/coloured-picture';
import type { Ladder } from '#model/ladder';
import { layLadder, usualBareShare } from './lay-ladder';

const of = { pictureId: 'picture', colouringId: 'colouring' };
const ladder: Ladder = { rungs: [{ markerId: 'pale', code: '95.mist' }] };
const named = (name: string, more: Partial<ColouredElement> = {}): ColouredElement => ({ id: 'one', name, regionIds: ['r1'], ...more });
const fields = (element: ColouredElement, to: Ladder | null) => {
  const operation = layLadder(of, element, to);
  return 'fields' in operation ? operation.fields : {};
};

it('a white thing keeps most of its paper bare with its first ladder, by its name or by what it is made of', () => {
  expect(fields(named('White fur'), ladder)).toEqual({ ladder, light: { highlight: usualBareShare } });
  expect(fields(named('Cloud', { kind: 'white thing' }), ladder)).toEqual({ ladder, light: { highlight: usualBareShare } });
  expect(fields(named('White fur', { light: { shade: 'dark', shares: [1] } }), ladder)).toEqual({
    ladder,
    light: { shade: 'dark', highlight: usualBareShare },
  });
});

it('what is not white, has a ladder or a wish of its own, or is a soft spot gets its ladder alone', () => {
  const spot = { on: 'coat', strokes: [], softMm: 1 };
  for (const element of [
    named('Coat'),
    named('White fur', { ladder }),
    named('White fur', { light: { highlight: 0.1 } }),
    named('White cheek', { spot }),
  ])
    expect(fields(element, ladder)).toEqual({ ladder });
  expect(fields(named('White fur'), null)).toEqual({ ladder: null });
});
