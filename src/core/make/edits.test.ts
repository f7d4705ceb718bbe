import { describe, expect, it } from 'vitest';
import type { Operation } from '#model/operation';
import { madeUpMake, madeUpPicture, madeUpTable, regionMapOf, tablesOf } from '../../../tests/made-up-make';
import { applyOperation } from './apply';
import { blobsNamed, blobsOfPicture } from './blobs-named';
import { colouredPicture } from './coloured';
import { copyOfPicture } from './copy-picture';
import { describeOperations } from './describe';
import { freshName } from './fresh-name';
import { freshElementName, labelsOf, whiteRegions } from './picture-lookup';
import { soundPicture } from './rules';
import { isReadUpToDate, readingKey } from './reading-key';
import { splitOperations } from './split-operations';

const rename = (name: string): Operation => ({ kind: 'patch', entity: 'make', fields: { name } });

describe('splitting operations', () => {
  it('keeps their order, and each run within the limits; one that alone is too large stands alone', () => {
    const operations = ['a', 'b', 'c'.repeat(300), 'd', 'e', 'f', 'g'].map(rename);
    const runs = splitOperations(operations, { operations: 3, bytes: 250 });
    expect(runs.flat()).toEqual(operations);
    expect(runs.map((run) => run.length)).toEqual([2, 1, 3, 1]);
    expect(splitOperations([])).toEqual([]);
  });
});

describe('the words of an edit', () => {
  it('name what it was about, once each', () => {
    const make = madeUpMake(madeUpPicture({ elements: [{ id: 'e1', name: 'Scarf', regionIds: [] }] }));
    const words = describeOperations(make, [
      rename('x'),
      { kind: 'patch', entity: 'element', pictureId: 'p1', id: 'e1', fields: { name: 'Shawl' } },
      { kind: 'patch', entity: 'element', pictureId: 'p1', id: 'e1', fields: { name: 'Cloth' } },
      { kind: 'remove', entity: 'picture', id: 'p1' },
      { kind: 'assignRegions', pictureId: 'p1', assignments: [{ regionId: 'r1', elementId: null }] },
    ]);
    expect(words).toBe('name; element Scarf: name; picture Pilot removed; areas of elements');
  });
});

describe('blobs that are named', () => {
  it('are those of pictures, of their results and of a new cut-out', () => {
    const made = madeUpTable(['r1']);
    const picture = madeUpPicture({ regionMap: regionMapOf(made) });
    expect(blobsOfPicture(picture)).toEqual(['b'.repeat(64), 'c'.repeat(64), 'a'.repeat(64), made.sha256]);
    expect(blobsNamed([{ kind: 'put', entity: 'picture', row: picture }, rename('x')])).toEqual(blobsOfPicture(picture));
    const grey = { sha256: 'd'.repeat(64), widthPx: 1, heightPx: 1 };
    expect(blobsNamed([{ kind: 'patch', entity: 'picture', id: 'p1', fields: { grey } }])).toEqual([grey.sha256]);
    expect(blobsNamed([{ kind: 'setRegionMap', pictureId: 'p1', regionMap: null }])).toEqual([]);
  });
});

describe('what the maker says of the light', () => {
  it('stays when the picture is read again, and asks for no new reading', () => {
    const [before, after] = [madeUpTable(['r1', 'r2']), madeUpTable(['r7'])];
    const strokes = [{ id: 's1', kind: 'darker' as const, radiusMm: 2, points: [[3, 4]] as [number, number][] }];
    const cuts = [{ id: 'c1', at: [5, 6] as [number, number], isCut: true }];
    const bare = madeUpPicture({ regionMap: regionMapOf(before) });
    const said = { ...bare, strokes, cuts, cuesPull: 0.2 };
    expect(readingKey(said)).toBe(readingKey(bare));
    const read = applyOperation(
      madeUpMake(said),
      { kind: 'setRegionMap', pictureId: 'p1', regionMap: regionMapOf(after) },
      tablesOf(before, after),
    );
    expect(read.pictures[0]).toMatchObject({ strokes, cuts, cuesPull: 0.2 });
  });
});

describe('a copy of a picture', () => {
  it('has rows of its own and a name of its own, needs no new reading, and what names a row names its copy', () => {
    let number = 0;
    const spot = { on: 'e1', softMm: 1, strokes: [{ points: [[1, 1] as [number, number]], radiusMm: 1 }] };
    const bare = madeUpPicture({
      regionsGiven: 1,
      standsAtMm: [5, 5],
      mends: [{ kind: 'paper', id: 'w', at: [1, 1] }],
      elements: [
        { id: 'e1', name: 'Hat', regionIds: ['r1'], ladder: { rungs: [{ markerId: 'm', code: '1' }] } },
        { id: 'e2', name: 'Dot', regionIds: [], spot, light: { shade: 'dark' } },
      ],
    });
    const picture = { ...bare, regionMap: { ...regionMapOf(madeUpTable(['r1'])), of: readingKey(bare) } };
    const copy = copyOfPicture(picture, [picture, madeUpPicture({ id: 'p2', name: 'Pilot 2' })], () => `new-${++number}`);
    expect(copy).toMatchObject({ name: 'Pilot 3', elements: [{ name: 'Hat', regionIds: ['r1'] }, { name: 'Dot' }] });
    const [hat, dot] = copy.elements;
    expect(new Set([copy.id, hat?.id, dot?.id, copy.colourings[0]?.id, 'p1', 'e1', 'e2', 'c1']).size, 'none has the name of another').toBe(
      8,
    );
    expect(dot?.spot?.on).toBe(hat?.id);
    expect(colouredPicture(copy).elements.map(({ ladder, light }) => [ladder?.rungs[0]?.code, light?.shade])).toEqual([
      ['1', undefined],
      [undefined, 'dark'],
    ]);
    expect(soundPicture(copy, madeUpTable(['r1']).table)).toEqual(copy);
    expect(copy.standsAtMm).toBeUndefined();
    expect(isReadUpToDate(copy)).toBe(true);
    expect(freshName('x'.repeat(80), [], { most: 80, from: 2 })).toBe(`${'x'.repeat(78)} 2`);
  });
});

describe('lookups', () => {
  it('find labels, white regions and free names', () => {
    const { table } = madeUpTable(['r3', 'r5', 'r9']);
    const picture = madeUpPicture({ elements: [{ id: 'e1', name: 'Element 1', regionIds: ['r3', 'r9'] }] });
    expect(labelsOf({ regionIds: ['r9', 'r3', 'r77'] }, table)).toEqual([3, 1]);
    expect(whiteRegions(picture, table).map(({ id }) => id)).toEqual(['r5']);
    expect(freshElementName(picture)).toBe('Element 2');
  });
});
