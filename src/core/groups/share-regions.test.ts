import { describe, expect, it } from 'vitest';
import type { ColouredElement } from '#model/coloured-picture';
import type { Ladder } from '#model/ladder';
import { colouredPicture } from '#core/make/coloured';
import { applyOperations } from '#core/make/apply';
import { soundOperations } from '#core/make/sound-edit';
import { shareOut } from '#core/sharing/share-out';
import { recipeOfPicture } from '#core/technique/recipe';
import { madeUpMake, madeUpPicture, madeUpTable, regionMapOf, tablesOf } from '../../../tests/made-up-make';
import { box, labelMap } from '../../../tests/label-map';
import { nearPairs } from './near-regions';
import { shareRegions } from './share-regions';

const ids = ['r1', 'r2', 'r3', 'r4', 'r5', 'r6'];
const table = madeUpTable(ids);
const ladder = (code: string): Ladder => ({ rungs: [{ markerId: code, code }] });
const flags = { id: 'flags', name: 'Flags', regionIds: ['r1', 'r2', 'r3', 'r4', 'r5'], ladder: ladder('gold') };
const picture = madeUpPicture({
  regionMap: regionMapOf(table),
  regionsGiven: 6,
  elements: [flags, { id: 'rope', name: 'Rope', regionIds: ['r6'] }],
});
const newIds = () => {
  let number = 0;
  return () => `new-${++number}`;
};

describe('repeats shared out', () => {
  it('become as many elements as there are ladders, in one list of edits; one that fits is kept', () => {
    const kindOf = new Map([
      ['r1', 0],
      ['r2', 1],
      ['r3', 2],
      ['r4', 0],
      ['r5', 1],
    ]);
    const operations = shareRegions(
      colouredPicture(picture),
      { ladders: [ladder('rose'), ladder('gold'), ladder('lake')], kindOf, name: 'Flag' },
      newIds(),
    );
    const after = applyOperations(madeUpMake(picture), operations, tablesOf(table)).pictures.map((one) => colouredPicture(one))[0];
    const told = after?.elements.map(({ id, name, regionIds, ladder: own }) => [id, name, regionIds.join(' '), own?.rungs[0]?.code]);
    expect(told).toEqual([
      ['flags', 'Flag 2', 'r2 r5', 'gold'],
      ['rope', 'Rope', 'r6', undefined],
      ['new-1', 'Flag 1', 'r1 r4', 'rose'],
      ['new-2', 'Flag 3', 'r3', 'lake'],
    ]);
  });

  it('take soft spots along with the region that they lie on; one that lies on nothing is neither kept nor told of', () => {
    const spotOn = (id: string, on: string): ColouredElement => ({
      id,
      name: id,
      regionIds: [],
      ladder: ladder('rose'),
      spot: { on, softMm: 1, strokes: [{ points: [[1, 1]], radiusMm: 1 }] },
    });
    const more = { id: 'more', name: 'More', regionIds: ['r5'], ladder: ladder('lake') };
    const spotted = madeUpPicture({
      regionMap: regionMapOf(table),
      regionsGiven: 6,
      elements: [
        { ...flags, regionIds: ['r1', 'r2', 'r3', 'r4'] },
        more,
        ...picture.elements.slice(1),
        spotOn('dot', 'flags'),
        spotOn('fleck', 'more'),
      ],
    });
    const kindOf = new Map(['r1', 'r2', 'r3', 'r4', 'r5'].map((id) => [id, 0]));
    const operations = shareRegions(colouredPicture(spotted), { ladders: [ladder('plum')], kindOf, name: 'Flag' }, newIds(), table.table);
    const after = applyOperations(madeUpMake(spotted), operations, tablesOf(table)).pictures.map((one) => colouredPicture(one))[0];
    if (!after) expect.fail();
    const holders = after.elements.filter(({ spot }) => !spot).map(({ id }) => id);
    const spots = after.elements.filter(({ spot }) => spot);
    expect(spots).toHaveLength(2);
    for (const { spot } of spots) expect(holders).toContain(spot?.on);
    const names = (elements: readonly ColouredElement[]) =>
      recipeOfPicture({ school: 'wetBaseDarkToLight' }, { ...after, elements: [...elements] }, []).elements.map(({ name }) => name);
    expect(names(after.elements)).toContain('dot');
    expect(names(after.elements.filter(({ spot }) => spot)), 'a spot alone').toEqual([]);
  });

  it('have names that can be kept, however long the one they share', () => {
    const name = 'x'.repeat(60);
    const kindOf = new Map(flags.regionIds.map((id, index) => [id, index % 3]));
    const operations = shareRegions(colouredPicture(picture), { ladders: ['a', 'b', 'c'].map(ladder), kindOf, name }, newIds());
    expect(soundOperations(operations)).toHaveLength(operations.length);
    const elements = applyOperations(madeUpMake(picture), operations, tablesOf(table)).pictures[0]?.elements ?? [];
    expect(new Set(elements.map((element) => element.name)).size).toBe(elements.length);
  });

  it('shared out again use the same elements, and what holds nothing any more goes', () => {
    const first = shareRegions(
      colouredPicture(picture),
      { ladders: ['a', 'b', 'c'].map(ladder), kindOf: new Map(flags.regionIds.map((id, index) => [id, index % 3])), name: 'Flag' },
      newIds(),
    );
    const made = applyOperations(madeUpMake(picture), first, tablesOf(table));
    const again = made.pictures[0];
    if (!again) throw new Error('no picture');
    const second = shareRegions(
      colouredPicture(again),
      { ladders: ['b', 'd'].map(ladder), kindOf: new Map(flags.regionIds.map((id, index) => [id, index % 2])), name: 'Flag' },
      newIds(),
    );
    const elements = applyOperations(made, second, tablesOf(table)).pictures.flatMap((one) => colouredPicture(one).elements);
    expect(elements.map(({ name, ladder: own }) => `${name} ${own?.rungs[0]?.code}`).sort()).toEqual([
      'Flag 1 b',
      'Flag 2 d',
      'Rope undefined',
    ]);
    expect(elements.flatMap(({ regionIds }) => regionIds).sort()).toEqual(ids);
  });

  it('an element that holds more than what is shared out keeps the rest', () => {
    const kindOf = new Map([
      ['r1', 0],
      ['r2', 1],
    ]);
    const operations = shareRegions(
      colouredPicture(picture),
      { ladders: [ladder('rose'), ladder('lake')], kindOf, name: 'Flag' },
      newIds(),
    );
    const after = applyOperations(madeUpMake(picture), operations, tablesOf(table)).pictures.map((one) => colouredPicture(one))[0];
    expect(after?.elements.find(({ id }) => id === 'flags')).toMatchObject({
      name: 'Flags',
      regionIds: ['r3', 'r4', 'r5'],
      ladder: ladder('gold'),
    });
    expect(after?.elements).toHaveLength(4);
  });
});

describe('regions near each other', () => {
  const map = {
    width: 120,
    height: 60,
    labels: labelMap(120, 60, [box(5, 5, 25, 25), box(25, 5, 45, 25), box(55, 5, 75, 25), box(5, 40, 25, 55)]),
  };

  it('touch, or lie no farther apart than the reach; what was not asked about is left out', () => {
    const pairs = (reachPx: number, wanted = [1, 2, 3, 4]) =>
      nearPairs(map, wanted, reachPx)
        .map((pair) => pair.sort().join('-'))
        .sort();
    expect(pairs(0)).toEqual(['1-2']);
    // From the last pixel of one to the first of the other: 11 px, 16 px.
    expect(pairs(10.9)).toEqual(['1-2']);
    expect(pairs(11)).toEqual(['1-2', '2-3']);
    expect(pairs(16)).toEqual(['1-2', '1-4', '2-3']);
    expect(pairs(16.1)).toEqual(['1-2', '1-4', '2-3', '2-4']);
    expect(pairs(16, [1, 4])).toEqual(['1-4']);
    expect(() => nearPairs({ ...map, width: 3 }, [1], 0)).toThrow(/expects 180 labels/);
  });

  it('as every pair of pixels tells (plain reference)', () => {
    const small = {
      width: 60,
      height: 30,
      labels: labelMap(60, 30, [box(2, 2, 12, 12), box(12, 2, 22, 12), box(27, 2, 37, 14), box(2, 20, 12, 28)]),
    };
    const { width, labels } = small;
    const pixels = (label: number) =>
      [...labels.keys()].filter((i) => labels[i] === label).map((i) => [i % width, Math.floor(i / width)] as const);
    const apart = (one: number, other: number) => {
      let least = Number.POSITIVE_INFINITY;
      for (const [x, y] of pixels(one)) for (const [u, v] of pixels(other)) least = Math.min(least, Math.hypot(x - u, y - v));
      return least;
    };
    for (const reach of [2, 6, 10, 17]) {
      const plain = [1, 2, 3, 4].flatMap((one) =>
        [1, 2, 3, 4].filter((other) => other > one && apart(one, other) <= reach).map((other) => `${one}-${other}`),
      );
      expect(
        nearPairs(small, [1, 2, 3, 4], reach)
          .map((pair) => pair.sort().join('-'))
          .sort(),
        `${reach}`,
      ).toEqual(plain.sort());
    }
  });
});

describe('worked figures of the trade (common practice, no published source)', () => {
  it('42 small motifs in 8 colours come to 5.25 each: six colours get 5, two get 6', () => {
    // Seven rows of six, each beside the next.
    const neighbours = Array.from({ length: 42 }, (_, place) => place).flatMap((place) => [
      ...(place % 6 < 5 ? [[place, place + 1] as const] : []),
      ...(place < 36 ? [[place, place + 6] as const] : []),
    ]);
    const kinds = shareOut({ neighbours, count: 42, kinds: 8, seed: 1 });
    if ('problem' in kinds) throw new Error(kinds.problem);
    const counts = Array.from({ length: 8 }, (_, kind) => kinds.filter((own) => own === kind).length).sort();
    expect(counts).toEqual([5, 5, 5, 5, 5, 5, 6, 6]);
    for (const [one, other] of neighbours) expect(kinds[one]).not.toBe(kinds[other]);
  });

  it('nine flowers in four colourways lie in a row without two alike side by side', () => {
    const row = Array.from({ length: 8 }, (_, place) => [place, place + 1] as const);
    const kinds = shareOut({ neighbours: row, count: 9, kinds: 4, seed: 3 });
    if ('problem' in kinds) throw new Error(kinds.problem);
    expect(row.every(([one, other]) => kinds[one] !== kinds[other])).toBe(true);
    expect([0, 1, 2, 3].map((kind) => kinds.filter((own) => own === kind).length).sort()).toEqual([2, 2, 2, 3]);
  });
});
