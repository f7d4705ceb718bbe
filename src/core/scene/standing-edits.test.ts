import { describe, expect, it } from 'vitest';
import { frontId } from '#model/front';
import type { Picture } from '#model/picture';
import { applyOperations } from '#core/make/apply';
import { invertOperations } from '#core/make/invert';
import { indexTable } from '#core/make/region-tables';
import { madeUpMake, madeUpPicture, madeUpTable } from '../../../tests/made-up-make';
import { frontsToShow } from './fronts-shown';
import { asProposed, joinBodies, layOn, setRelief, type StandingEdit, toggleInBody, turnFront } from './standing-edits';
import { standingOfPicture } from './standing-of-picture';

const ids = ['r1', 'r2', 'r3', 'r4', 'r5'];
const bare = madeUpTable(ids).table.table;
/** r1 and r2 are one; r3 lies on r1; r4 and r5 stand by themselves, r4 before r5. */
const table = indexTable({
  ...bare,
  borders: [
    { between: ['r4', 'r5'], lengthMm: 9 },
    { between: ['r1', 'r2'], lengthMm: 9 },
    { between: ['r3', 'r1'], lengthMm: 9 },
    { between: ['r2', 'r4'], lengthMm: 2 },
  ],
  bodies: [{ regionIds: ['r1', 'r2'] }, { regionIds: ['r3'], on: 'r1', relief: { kind: 'pattern' } }, { regionIds: ['r4'] }],
  fronts: [
    { front: 'r4', behind: 'r5', sureness: 0.3, atMm: [4, 4] },
    { front: 'r1', behind: 'r2', sureness: 0.2, atMm: [2, 2] },
    { front: 'r3', behind: 'r1', sureness: 1, atMm: [1, 1] },
    { front: 'r2', behind: 'r4', sureness: 0.8, atMm: [3, 3] },
  ],
});
const tables = new Map();
let number = 0;
const newId = () => `b${++number}`;

function done(picture: Picture, change: (now: Picture) => StandingEdit): Picture {
  const make = madeUpMake(picture);
  const { operations } = change(picture);
  const after = applyOperations(make, operations, tables);
  expect(applyOperations(after, invertOperations(make, operations, tables), tables), 'undo brings all back').toEqual(make);
  return after.pictures[0] as Picture;
}
const sets = (picture: Picture) =>
  standingOfPicture(picture, table)
    .bodies.map(({ regionIds }) => [...regionIds].sort().join(' '))
    .sort();

describe('how regions stand to each other', () => {
  it('is as the reading proposes where the maker says nothing; what it does not name stands by itself', () => {
    const { bodies, bodyOf, fronts } = standingOfPicture(madeUpPicture(), table);
    expect(bodies.map(({ regionIds, on, source }) => [regionIds.join(' '), on, source])).toEqual([
      ['r1 r2', undefined, 'proposed'],
      ['r3', 'r1', 'proposed'],
      ['r4', undefined, 'proposed'],
      ['r5', undefined, 'proposed'],
    ]);
    expect(bodyOf.get('r2')).toBe(bodyOf.get('r1'));
    expect(fronts).toHaveLength(4);
  });

  it('a region taken into a body leaves the one it was in; the rest of that stays one', () => {
    const after = done(madeUpPicture(), (now) => toggleInBody(now, table, 'r4', 'r2', newId));
    expect(sets(after)).toEqual(['r1', 'r2 r4', 'r3', 'r5']);
    const again = done(after, (now) => toggleInBody(now, table, 'r4', 'r1', newId));
    expect(sets(again)).toEqual(['r1 r2 r4', 'r3', 'r5']);
    expect(again.bodies, 'what is wholly taken has no row left').toHaveLength(1);
    expect(sets(done(again, (now) => toggleInBody(now, table, 'r4', 'r2', newId)))).toEqual(['r1 r4', 'r2', 'r3', 'r5']);
  });

  it('says that a region is taken from the body it was in, and that the last one is not let go', () => {
    expect(toggleInBody(madeUpPicture(), table, 'r4', 'r2', newId).said).toMatch(/Taken from the body it was in/);
    expect(toggleInBody(madeUpPicture(), table, 'r4', 'r4', newId)).toEqual({
      operations: [],
      said: expect.stringMatching(/one area at the least/),
    });
    expect(joinBodies(madeUpPicture(), table, 'r1', ['r2'], newId).operations).toEqual([]);
  });

  it('a relief and what a body lies on are kept, and taken back by "as proposed"', () => {
    const flat = done(madeUpPicture(), (now) => setRelief(now, table, 'r2', { kind: 'flat' }, newId));
    expect(standingOfPicture(flat, table).bodyOf.get('r1')).toMatchObject({
      relief: { kind: 'flat' },
      source: 'yours',
      regionIds: ['r1', 'r2'],
    });
    const laid = done(flat, (now) => layOn(now, table, 'r4', 'r5', newId));
    expect(standingOfPicture(laid, table).bodyOf.get('r4')?.on).toBe('r5');
    expect(sets(done(laid, (now) => asProposed(now, table, 'r4')))).toEqual(sets(madeUpPicture()));
    expect(
      standingOfPicture(
        done(laid, (now) => layOn(now, table, 'r4', null, newId)),
        table,
      ).bodyOf.get('r4')?.on,
    ).toBeUndefined();
  });

  it('nothing lies on itself, nor on what lies on it', () => {
    expect(layOn(madeUpPicture(), table, 'r1', 'r2', newId)).toMatchObject({ operations: [], said: expect.stringMatching(/on itself/) });
    expect(layOn(madeUpPicture(), table, 'r1', 'r3', newId)).toMatchObject({
      operations: [],
      said: expect.stringMatching(/lies on this already/),
    });
  });

  it('what a new reading lost is told of, and is of its body again when it comes back', () => {
    const joined = done(madeUpPicture(), (now) => joinBodies(now, table, 'r4', ['r5'], newId));
    const without = indexTable({ ...bare, regions: bare.regions.filter(({ id }) => id !== 'r5') });
    const { bodyOf } = standingOfPicture(joined, without);
    expect(bodyOf.get('r4')).toMatchObject({ regionIds: ['r4'], lostIds: ['r5'] });
    expect(bodyOf.has('r5')).toBe(false);
    expect(sets(joined)).toContain('r4 r5');
  });
});

describe('a front', () => {
  const frontOf = (picture: Picture) => standingOfPicture(picture, table).fronts.find(({ between }) => frontId(...between) === 'r4-r5');

  it('is turned round by a tap: one, the other, neither, and round again', () => {
    let picture = madeUpPicture();
    const seen = [frontOf(picture)?.front];
    for (let tap = 0; tap < 3; tap++) {
      picture = done(picture, (now) => turnFront(now, table, ['r5', 'r4']));
      expect(picture.fronts, 'a border has one row').toHaveLength(1);
      seen.push(frontOf(picture)?.front);
    }
    expect(seen).toEqual(['r4', 'r5', null, 'r4']);
    expect(frontOf(picture)).toMatchObject({ source: 'yours', atMm: [4, 4] });
  });

  it('is the other way round after the first tap, whichever of the two was proposed', () => {
    const other = indexTable({ ...table.table, fronts: [{ front: 'r5', behind: 'r4', sureness: 0.3, atMm: [4, 4] }] });
    const turned = turnFront(madeUpPicture(), other, ['r4', 'r5']);
    expect(turned).toMatchObject({ operations: [{ row: { front: 'r4' } }], said: 'Turned round.' });
  });

  it('is shown where it matters: between bodies, at 3 mm or more, and not where one lies on the other', () => {
    const shown = frontsToShow(standingOfPicture(madeUpPicture(), table), table);
    expect(shown.map(({ between }) => between.join(' '))).toEqual(['r4 r5']);
  });

  it('of a region that is gone is not turned', () => {
    expect(turnFront(madeUpPicture(), table, ['r4', 'r9'])).toEqual({ operations: [], said: expect.stringMatching(/no longer there/) });
  });
});
