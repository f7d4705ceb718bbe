import { describe, expect, it } from 'vitest';
import type { Operation } from '#model/operation';
import { ladder, startingMake, tables } from '../../../tests/starting-make';
import { applyOperation, applyOperations } from './apply';
import { colouredPicture, treat } from './coloured';
import { compareMakes } from './compare';
import { invertOperation } from './invert';

describe('rows that nest, refer and have an order', () => {
  const of = { pictureId: 'p1', colouringId: 'c1' };
  const spot: Operation = {
    kind: 'put',
    entity: 'element',
    pictureId: 'p1',
    row: { id: 'e0', name: 'Cheek', regionIds: [], spot: { on: 'e2', softMm: 1, strokes: [{ points: [[1, 1]], radiusMm: 1 }] } },
    index: 0,
  };
  const second: Operation = { kind: 'put', entity: 'colouring', pictureId: 'p1', row: { id: 'c2', treatments: [], strokes: [] } };

  it('a removed row takes along all that names it, in every colouring, and one undo brings it all back in its place', () => {
    const cheek = treat(of, 'e0', { ladder: ladder('m3') });
    const there = treat({ ...of, colouringId: 'c2' }, 'e2', { light: { shade: 'dark' } });
    const make = applyOperations(startingMake(), [spot, second, cheek, there], tables);
    const gone: Operation = { kind: 'remove', entity: 'element', pictureId: 'p1', id: 'e2' };
    const after = applyOperation(make, gone, tables);
    expect(after.pictures[0]?.elements.map(({ id }) => id)).toEqual(['e1']);
    expect(after.pictures[0]?.colourings.map(({ treatments }) => treatments)).toEqual([[], []]);
    expect(applyOperations(after, invertOperation(make, gone, tables), tables)).toEqual(make);
  });

  it('a row that names what is not there is refused in words; so is the last colouring', () => {
    const make = startingMake();
    expect(() => applyOperation(make, treat(of, 'zz', { school: 'palestDeepestMiddle' }))).toThrow('The picture has no element zz.');
    expect(() => applyOperation(make, treat({ ...of, colouringId: 'zz' }, 'e1', { ladder: ladder('m') }))).toThrow(
      'The picture has no colouring zz.',
    );
    const astray = { ...spot, row: { ...spot.row, spot: { ...(spot.row as { spot: object }).spot, on: 'zz' } } } as Operation;
    expect(() => applyOperation(make, astray)).toThrow('The picture has no element zz.');
    expect(() => applyOperation(make, { kind: 'remove', entity: 'colouring', pictureId: 'p1', id: 'c1' })).toThrow('keeps one colouring');
  });

  it('a move is told by the row behind which it goes: what another put in meanwhile stays where it was put', () => {
    const row = (id: string) => ({ id, name: id, regionIds: [] });
    const put = (id: string, index?: number): Operation => ({
      kind: 'put',
      entity: 'element',
      pictureId: 'p1',
      row: row(id),
      ...(index === undefined ? {} : { index }),
    });
    const make = applyOperations(startingMake(), [put('e3'), put('e4')], tables);
    const mine: Operation = { kind: 'move', entity: 'element', pictureId: 'p1', id: 'e4', after: 'e1' };
    const theirs = put('new', 1);
    const order = (operations: Operation[]) => applyOperations(make, operations, tables).pictures[0]?.elements.map(({ id }) => id);
    expect(order([mine])).toEqual(['e1', 'e4', 'e2', 'e3']);
    expect(order([theirs, mine])).toEqual(['e1', 'e4', 'new', 'e2', 'e3']);
    expect(order([{ ...mine, after: null }])).toEqual(['e4', 'e1', 'e2', 'e3']);
    expect(order([{ kind: 'remove', entity: 'element', pictureId: 'p1', id: 'e1' }, mine]), 'what it stood behind is gone').toEqual([
      'e2',
      'e3',
      'e4',
    ]);
    expect(compareMakes(make, applyOperation(make, mine, tables)).map(({ what }) => what)).toEqual(['Order of elements']);
  });

  it('two edits of what one element gets go together; one that says nothing is not kept', () => {
    const make = startingMake();
    const [wish, school] = [treat(of, 'e1', { light: { shade: 'dark' } }), treat(of, 'e1', { school: 'palestDeepestMiddle' })];
    const treatments = (operations: Operation[]) => applyOperations(make, operations, tables).pictures[0]?.colourings[0]?.treatments;
    expect(treatments([wish, school])).toEqual(treatments([school, wish]));
    expect(treatments([wish, school])).toContainEqual({ id: 'e1', light: { shade: 'dark' }, school: 'palestDeepestMiddle' });
    expect(treatments([wish, treat(of, 'e1', { light: null })])).toEqual(make.pictures[0]?.colourings[0]?.treatments);
  });

  it('another colouring has rows of its own: what is changed there is not changed here', () => {
    const make = applyOperations(startingMake(), [second, treat({ ...of, colouringId: 'c2' }, 'e2', { ladder: ladder('m9') })], tables);
    const [picture] = make.pictures;
    if (!picture) expect.fail();
    const codes = (colouringId?: string) => colouredPicture(picture, colouringId).elements.map((element) => element.ladder?.rungs[0]?.code);
    expect(codes()).toEqual([undefined, 'M1']);
    expect(codes('c2')).toEqual([undefined, 'M9']);
    expect(colouredPicture(picture, 'c2').colouring.strokes).toEqual([]);
  });
});
