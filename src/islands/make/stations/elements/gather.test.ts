import { describe, expect, it } from 'vitest';
import type { Ladder } from '#model/ladder';
import { laySpot } from '#core/scene/spot-edits';
import { madeUpColoured, madeUpTable } from '../../../../../tests/made-up-make';
import { gather } from './gather';
import type { Hand } from '../../document/make-store';

const { table } = madeUpTable(['r1', 'r2', 'r3', 'r4']);
const picture = madeUpColoured({ elements: [{ id: 'coat', name: 'Coat', regionIds: ['r1'] }] });
const nothing: Hand = { kind: 'nothing' };
const coat: Hand = { kind: 'element', elementId: 'coat' };
const act = (hand: Hand, labels: number[], gesture: 'tap' | 'sweep' | 'lasso' = 'tap') =>
  gather(picture, table, hand, labels, gesture, () => 'new');

describe('gathering', () => {
  it('one tap is one element, also with another in hand; a drag or a loop is one of all it takes', () => {
    for (const hand of [nothing, coat]) {
      expect(act(hand, [2])).toMatchObject({
        operations: [{ kind: 'put', row: { id: 'new', name: 'Element 1', regionIds: ['r2'] } }],
        hand: { kind: 'element', elementId: 'new' },
      });
      for (const gesture of ['sweep', 'lasso'] as const) {
        expect(act(hand, [1, 2, 3], gesture)?.operations).toMatchObject([{ kind: 'put', row: { regionIds: ['r2', 'r3'] } }]);
      }
    }
  });

  it('a tap on what is gathered takes it in hand and changes nothing', () => {
    expect(act(nothing, [1])).toEqual({ operations: [], hand: coat, said: 'Coat in hand' });
  });

  it('joining is said first: then a tap adds, and one on its own lets go', () => {
    const joining: Hand = { ...coat, isJoining: true };
    expect(act(joining, [2])?.operations).toEqual([
      { kind: 'assignRegions', pictureId: 'p1', assignments: [{ regionId: 'r2', elementId: 'coat' }] },
    ]);
    expect(act(joining, [1])?.operations).toEqual([
      { kind: 'assignRegions', pictureId: 'p1', assignments: [{ regionId: 'r1', elementId: null }] },
    ]);
    expect(act(joining, [1], 'sweep')).toMatchObject({ operations: [], said: 'Coat has them already.' });
  });

  it('an empty loop, and one round what is gathered, get a word', () => {
    expect(act(nothing, [], 'lasso')).toMatchObject({ operations: [], said: expect.stringMatching(/round no area/) });
    expect(act(nothing, [1], 'sweep')).toMatchObject({ operations: [], said: expect.stringMatching(/its element already/) });
    expect(act(nothing, [])).toBeNull();
  });

  it('with a ladder in hand all that is tapped is one element, named later', () => {
    const ladder: Ladder = { rungs: [{ markerId: 'm1', code: '62d.fern' }] };
    const begun = act({ kind: 'ladder', ladder, elementId: null }, [2]);
    expect(begun).toMatchObject({
      operations: [{ row: { regionIds: ['r2'] } }, { entity: 'treatment', id: 'new', fields: { ladder } }],
      hand: { kind: 'ladder', elementId: 'new' },
    });
    expect(act({ kind: 'ladder', ladder, elementId: 'coat' }, [3])?.operations).toMatchObject([{ kind: 'assignRegions' }]);
    expect(act({ kind: 'ladder', ladder, elementId: null }, [1])?.operations).toMatchObject([
      { kind: 'patch', id: 'coat', fields: { ladder } },
    ]);
  });
});

describe('laying a soft spot', () => {
  const stroke = { path: [[3, 4]] as [number, number][], radiusMm: 2, softMm: 1 };
  const withCheek = madeUpColoured({
    elements: [
      { id: 'coat', name: 'Coat', regionIds: ['r1'] },
      { id: 'cheek', name: 'Cheek', regionIds: [], spot: { on: 'coat', softMm: 1, strokes: [{ points: [[1, 1]], radiusMm: 2 }] } },
    ],
  });
  const host = withCheek.elements[0];

  it('begins one on the element under it, and a further tap there joins the one in hand', () => {
    expect(laySpot(picture, picture.elements[0], null, stroke, () => 'new')).toMatchObject({
      elementId: 'new',
      operations: [
        {
          kind: 'put',
          row: { name: 'Soft spot 1', regionIds: [], spot: { on: 'coat', softMm: 1, strokes: [{ points: [[3, 4]], radiusMm: 2 }] } },
        },
      ],
    });
    const { operations, elementId } = laySpot(withCheek, host, 'cheek', stroke, () => 'new');
    expect(elementId).toBe('cheek');
    expect(operations).toMatchObject([{ kind: 'patch', id: 'cheek', fields: { spot: { strokes: [{}, { points: [[3, 4]] }] } } }]);
  });

  it('outside of any element, or of its own, it says so and does nothing', () => {
    expect(laySpot(picture, undefined, null, stroke, () => 'new')).toMatchObject({
      operations: [],
      said: expect.stringMatching(/no element yet/),
    });
    expect(laySpot(withCheek, undefined, 'cheek', stroke, () => 'new')).toMatchObject({
      operations: [],
      said: expect.stringMatching(/outside what Cheek lies on/),
    });
  });
});
