import { describe, expect, it } from 'vitest';
import type { Ladder } from '#model/ladder';
import { laySpot } from '#core/scene/spot-edits';
import { madeUpColoured, madeUpTable } from '../../../../../tests/made-up-make';
import { gather, join } from './gather';
import type { Hand } from '../../document/make-store';

const { table } = madeUpTable(['r1', 'r2', 'r3', 'r4']);
const picture = madeUpColoured({
  elements: [
    { id: 'coat', name: 'Coat', regionIds: ['r1'] },
    { id: 'sleeve', name: 'Sleeve', regionIds: ['r4'] },
  ],
});
const nothing: Hand = { kind: 'nothing' };
const coat: Hand = { kind: 'element', elementId: 'coat' };
const act = (hand: Hand, labels: number[], gesture: 'tap' | 'sweep' | 'lasso' = 'tap') =>
  gather(picture, table, hand, labels, gesture, () => 'new');

describe('gathering', () => {
  it('with empty hands a tap is one element, a drag or a loop one of all the white that it takes', () => {
    expect(act(nothing, [2])).toMatchObject({
      operations: [{ kind: 'put', row: { id: 'new', name: 'Element 1', regionIds: ['r2'] } }],
      hand: { kind: 'element', elementId: 'new' },
    });
    for (const gesture of ['sweep', 'lasso'] as const) {
      expect(act(nothing, [1, 2, 3], gesture)?.operations).toMatchObject([{ kind: 'put', row: { regionIds: ['r2', 'r3'] } }]);
    }
  });

  it('a tap on what is gathered takes it in hand and changes nothing', () => {
    expect(act(nothing, [1])).toEqual({ operations: [], hand: coat, said: 'Coat in hand' });
  });

  it('in hand means taking more: white joins by tap, drag and loop; one of its own is let go, and paper puts it down', () => {
    const joined = (...regionIds: string[]) => [
      { kind: 'assignRegions', pictureId: 'p1', assignments: regionIds.map((regionId) => ({ regionId, elementId: 'coat' })) },
    ];
    expect(act(coat, [2])).toMatchObject({ operations: joined('r2'), hand: coat });
    expect(act(coat, [1, 2, 4], 'sweep')?.operations).toEqual(joined('r2'));
    expect(act(coat, [2, 3], 'lasso')?.operations).toEqual(joined('r2', 'r3'));
    const both = gather(
      madeUpColoured({ elements: [{ id: 'coat', name: 'Coat', regionIds: ['r1', 'r2'] }] }),
      table,
      coat,
      [1],
      'tap',
      () => 'new',
    );
    expect(both).toMatchObject({
      operations: [{ kind: 'assignRegions', pictureId: 'p1', assignments: [{ regionId: 'r1', elementId: null }] }],
      hand: coat,
    });
    expect(act(coat, [])).toEqual({ operations: [], hand: nothing, said: 'Coat is put down.' });
    expect(act(nothing, [])).toBeNull();
  });

  it('an element that loses its last area goes, and says so', () => {
    expect(act(coat, [1])).toEqual({
      operations: [
        { kind: 'assignRegions', pictureId: 'p1', assignments: [{ regionId: 'r1', elementId: null }] },
        { kind: 'remove', entity: 'element', pictureId: 'p1', id: 'coat' },
      ],
      hand: nothing,
      said: '1 area let go from Coat. Coat has no area left, and is gone.',
    });
  });

  it('an area of another is asked about, and taken only then', () => {
    expect(act(coat, [4])).toEqual({
      operations: [],
      hand: coat,
      said: 'That is of Sleeve.',
      asks: { regionIds: ['r4'], fromId: 'sleeve' },
    });
    const coatRow = picture.elements[0];
    if (!coatRow) throw new Error('There is a coat.');
    expect(join(picture, coatRow, coat, ['r4'])).toMatchObject({
      operations: [{ kind: 'assignRegions' }, { kind: 'remove', id: 'sleeve' }],
      said: '1 area added to Coat. Sleeve has no area left, and is gone.',
    });
  });

  it('a drag over a part of one element splits it off; over all of it takes it in hand; over several gets a word', () => {
    const hair = madeUpColoured({
      elements: [
        { id: 'hair', name: 'Hair', regionIds: ['r1', 'r2', 'r3'] },
        { id: 'coat', name: 'Coat', regionIds: ['r4'] },
      ],
    });
    const drag = (labels: number[]) => gather(hair, table, nothing, labels, 'sweep', () => 'new');
    expect(drag([1, 2])).toMatchObject({
      operations: [
        { kind: 'put', row: { id: 'new', regionIds: [] } },
        {
          kind: 'assignRegions',
          assignments: [
            { regionId: 'r1', elementId: 'new' },
            { regionId: 'r2', elementId: 'new' },
          ],
        },
      ],
      hand: { elementId: 'new' },
      said: '2 areas split off from Hair',
    });
    expect(drag([1, 2, 3])).toEqual({ operations: [], hand: { kind: 'element', elementId: 'hair' }, said: 'Hair in hand' });
    expect(drag([1, 4])?.said).toBe('They are of Hair and Coat: tap one to take it in hand.');
  });

  it('a loop round nothing gets a word', () => {
    expect(act(nothing, [], 'lasso')).toMatchObject({ operations: [], said: expect.stringMatching(/round no area/) });
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
