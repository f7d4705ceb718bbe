import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type * as z from 'zod/mini';
import { entities, entityKinds, orderedKinds, putKinds } from '#model/entity';
import { idSchema, regionIdSchema, sha256Schema } from '#model/id';
import { lineHexSchema } from '#model/line-hex';
import { type Make, makeSchema } from '#model/make';
import { type Operation, operationSchema, type Steps } from '#model/operation';
import { regionMapSchema } from '#model/picture';
import { arbitraryOf } from '../../../tests/arbitrary-of-schema';
import { madeUpPicture, regionMapOf } from '../../../tests/made-up-make';
import { ladder, maps, startingMake, tables } from '../../../tests/starting-make';
import { applyOperation, applyOperations } from './apply';
import { colouredPicture, treat } from './coloured';
import { compareMakes } from './compare';
import { invertOperation, invertOperations } from './invert';
import { newMake } from './new-make';
import { OperationError } from './operation-error';
import { nextThing, progressOfPicture } from './progress';
import { isReadUpToDate, readingKey } from './reading-key';
import { decodeRegionTable, encodeRegionTable, tablesNamed } from './region-tables';
import { advanceSteps, noSteps } from './steps';
import { summaryOf } from './summary';

/** Ids that sometimes hit what is there. */
const anyId = fc.constantFrom('e1', 'e2', 'e3', 'w1', 'w2', 'p1', 'p2', 'p3', 'c1', 'c2', 's1');
const instead = {
  names: {
    pictureId: fc.constantFrom('p1', 'p1', 'p2', 'p3'),
    colouringId: fc.constantFrom('c1', 'c1', 'c2'),
    elementId: fc.constantFrom('e1', 'e2', 'e3', null),
    index: fc.integer({ min: 0, max: 4 }),
    givenBefore: fc.constantFrom(4, 7),
    regionIds: fc.uniqueArray(fc.constantFrom('r1', 'r2', 'r3', 'r4'), { maxLength: 3 }),
  },
  schemas: new Map<z.ZodMiniType, fc.Arbitrary<unknown>>([
    [idSchema, anyId],
    [regionIdSchema, fc.constantFrom('r1', 'r2', 'r4', 'r7')],
    [sha256Schema, fc.constantFrom('b'.repeat(64), 'd'.repeat(64))],
    [lineHexSchema, fc.constantFrom('#6b3f1e', '#283c96')],
    [regionMapSchema, fc.constantFrom(...maps.map((map) => regionMapOf(map)))],
  ]),
};
const anyOperation = (arbitraryOf(operationSchema as z.ZodMiniType, instead) as fc.Arbitrary<Operation>).filter(
  (operation) => operation.kind !== 'patch' || Object.keys(operation.fields).length > 0,
);

/** Applies what fits, in turn; leaves out what does not. */
function applyFitting(make: Make, operations: readonly Operation[]): { make: Make; applied: Operation[] } {
  const applied: Operation[] = [];
  let current = make;
  for (const operation of operations) {
    try {
      current = applyOperation(current, operation, tables);
      applied.push(operation);
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
    }
  }
  return { make: current, applied };
}

/** Numbers of regions are never given twice, so an undo leaves their count. */
const withoutNumbers = (make: Make) => ({ ...make, pictures: make.pictures.map(({ regionsGiven: _, ...picture }) => picture) });
const byId = <R extends { id: string }>(rows: readonly R[]) => [...rows].sort((first, second) => (first.id < second.id ? -1 : 1));
/** The order of rows in a list is the order in which they came. */
const withoutOrder = (make: Make) => ({
  ...withoutNumbers(make),
  pictures: byId(withoutNumbers(make).pictures).map((picture) => ({
    ...picture,
    elements: byId(picture.elements),
    mends: byId(picture.mends),
    colourings: byId(picture.colourings).map((colouring) => ({ ...colouring, strokes: byId(colouring.strokes) })),
  })),
});

describe('the register', () => {
  it('has every kind of row and every field of it among the generated operations, so that none escapes the tests below', () => {
    const generated = fc.sample(anyOperation, { numRuns: 8000 });
    const puts = new Set(generated.flatMap((operation) => (operation.kind === 'put' ? [operation.entity] : [])));
    const fields = new Set(
      generated.flatMap((one) => (one.kind === 'patch' ? Object.keys(one.fields).map((name) => `${one.entity}.${name}`) : [])),
    );
    const removed = new Set(generated.flatMap((operation) => (operation.kind === 'remove' ? [operation.entity] : [])));
    const moved = new Set(generated.flatMap((operation) => (operation.kind === 'move' ? [operation.entity] : [])));
    expect([...puts].sort()).toEqual([...putKinds].sort());
    expect([...removed].sort()).toEqual([...putKinds].sort());
    expect([...moved].sort()).toEqual([...orderedKinds].sort());
    const known = entityKinds.flatMap((kind) => Object.keys(entities[kind].fields).map((name) => `${kind}.${name}`));
    expect([...fields].sort()).toEqual(known.sort());
    expect(new Set(generated.map(({ kind }) => kind))).toEqual(
      new Set(['put', 'patch', 'remove', 'move', 'assignRegions', 'setRegionMap']),
    );
    for (const operation of generated) expect(operationSchema.parse(operation)).toEqual(operation);
  });

  it('undone in turn gives the make back, whatever the operations were', () => {
    let undone = 0;
    fc.assert(
      fc.property(fc.array(anyOperation, { maxLength: 14 }), (operations) => {
        const start = startingMake();
        const { make, applied } = applyFitting(start, operations);
        undone += applied.length;
        expect(makeSchema.parse(make)).toEqual(make);
        const back = applyOperations(make, invertOperations(start, applied, tables), tables);
        expect(withoutNumbers(back)).toEqual(withoutNumbers(start));
        for (const [index, picture] of back.pictures.entries())
          expect(picture.regionsGiven).toBeGreaterThanOrEqual(start.pictures[index]?.regionsGiven ?? 0);
      }),
      {
        numRuns: 600,
        // Found with a new seed on 28 November 2026: an element with areas was put on the paper outside, which takes none back.
        examples: [
          [
            [
              { kind: 'patch', entity: 'element', pictureId: 'p1', id: 'e1', fields: { outside: { kind: 'halo', stepMm: 0.5 } } },
              { kind: 'setRegionMap', pictureId: 'p1', regionMap: null },
            ],
          ],
          [
            [
              { kind: 'patch', entity: 'element', pictureId: 'p1', id: 'e1', fields: { outside: { kind: 'halo', stepMm: 0.5 } } },
              { kind: 'assignRegions', pictureId: 'p1', assignments: [{ regionId: 'r1', elementId: 'e2' }] },
            ],
          ],
        ],
      },
    );
    expect(undone).toBeGreaterThan(400);
  });

  it('two orders of independent edits agree', () => {
    /** What an operation reads or writes: of the same row, or of a picture's regions, the order may matter. */
    const touches = (operation: Operation): string[] => {
      const within = 'colouringId' in operation ? [`${operation.pictureId} colouring ${operation.colouringId} row`] : [];
      const own =
        'colouringId' in operation
          ? `${operation.pictureId} ${operation.colouringId}`
          : 'pictureId' in operation
            ? operation.pictureId
            : '';
      if (operation.kind === 'assignRegions') return [`${own} regions`];
      if (operation.kind === 'setRegionMap') return [`${own} regions`];
      const id = operation.kind === 'put' ? operation.row.id : 'id' in operation ? operation.id : 'make';
      if (operation.kind === 'patch') {
        // What lies on the paper outside takes no areas: whether it may be put there depends on them.
        const regions = 'outside' in operation.fields || 'spot' in operation.fields ? [`${own} regions`] : [];
        // What an element gets goes with it.
        const keyed = operation.entity === 'treatment' ? [`${operation.pictureId} element ${id} row`] : [];
        return [
          ...within,
          ...keyed,
          ...regions,
          ...Object.keys(operation.fields).map((name) => `${own} ${operation.entity} ${id} ${name}`),
        ];
      }
      if (operation.kind === 'move') return [`${own} ${operation.entity} ${id} row`];
      // A picture keeps one colouring at least.
      const last = operation.entity === 'colouring' ? [`${own} colourings`] : [];
      const regions = operation.entity === 'mend' || operation.entity === 'stroke' ? [] : [`${own} regions`, `${id} regions`];
      return [`${own} ${operation.entity} ${id} *`, ...within, ...last, ...regions];
    };
    const clash = (first: string, second: string) => {
      const [one, other] = [first.replace(/ \*$/, ''), second.replace(/ \*$/, '')];
      return (
        one === other || (first.endsWith('*') && second.startsWith(`${one} `)) || (second.endsWith('*') && first.startsWith(`${other} `))
      );
    };
    const independent = (first: Operation, second: Operation) => {
      // A picture that comes or goes takes all its rows along.
      const whole = [first, second].some((one) => one.kind !== 'patch' && 'entity' in one && one.entity === 'picture');
      return !whole && !touches(first).some((one) => touches(second).some((other) => clash(one, other)));
    };
    let compared = 0;
    fc.assert(
      fc.property(anyOperation, anyOperation, (first, second) => {
        if (!independent(first, second)) return;
        const start = startingMake();
        const oneWay = applyFitting(start, [first, second]);
        const otherWay = applyFitting(start, [second, first]);
        if (oneWay.applied.length === 2) compared++;
        expect(withoutOrder(oneWay.make)).toEqual(withoutOrder(otherWay.make));
      }),
      { numRuns: 8000 },
    );
    expect(compared).toBeGreaterThan(150);
  });

  it('never leaves a region in two elements, and does not change the make given', () => {
    fc.assert(
      fc.property(fc.array(anyOperation, { maxLength: 12 }), (operations) => {
        const start = startingMake();
        const before = structuredClone(start);
        const { make } = applyFitting(start, operations);
        expect(start).toEqual(before);
        for (const picture of make.pictures) {
          const gathered = picture.elements.flatMap((element) => element.regionIds);
          expect(new Set(gathered).size).toBe(gathered.length);
        }
      }),
      { numRuns: 200 },
    );
  });

  it('tells every difference: a make differs from what an operation made of it, and not from itself', () => {
    fc.assert(
      fc.property(anyOperation, (operation) => {
        const start = startingMake();
        const { make } = applyFitting(start, [operation]);
        const isSame = JSON.stringify(withoutOrder(make)) === JSON.stringify(withoutOrder(start));
        if (isSame || operation.kind === 'setRegionMap') return;
        expect(compareMakes(start, make).length, JSON.stringify(operation)).toBeGreaterThan(0);
        expect(compareMakes(make, structuredClone(make))).toEqual([]);
      }),
      { numRuns: 600 },
    );
  });
});

describe('operations of a make', () => {
  it('that name what is not there are refused with words', () => {
    const make = startingMake();
    const patch = (id: string): Operation => ({ kind: 'patch', entity: 'element', pictureId: 'p1', id, fields: { name: 'Hat' } });
    expect(() => applyOperation(make, patch('zz'))).toThrow('The picture has no element zz.');
    expect(() =>
      applyOperation(make, { kind: 'assignRegions', pictureId: 'p1', assignments: [{ regionId: 'r9', elementId: 'e1' }] }, tables),
    ).toThrow('The picture has no region r9.');
    expect(() => invertOperation(make, { kind: 'remove', entity: 'picture', id: 'zz' })).toThrow(OperationError);
  });

  it('that name regions say which tables they need, and do not go on without', () => {
    const make = startingMake();
    const assign: Operation = { kind: 'assignRegions', pictureId: 'p1', assignments: [{ regionId: 'r1', elementId: 'e2' }] };
    expect(tablesNamed(make, [assign])).toEqual([maps[0].sha256]);
    expect(tablesNamed(make, [{ kind: 'patch', entity: 'make', fields: { name: 'One' } }])).toEqual([]);
    expect(() => applyOperation(make, assign)).toThrow(/was not loaded/);
    expect(applyOperation(make, assign, tables).pictures[0]?.elements[1]?.regionIds).toEqual(['r1', 'r2', 'r3']);
  });

  it('give no region number twice: not after an undo, and not to two readings of the same state', () => {
    const make = startingMake();
    const read: Operation = { kind: 'setRegionMap', pictureId: 'p1', regionMap: regionMapOf(maps[1]), givenBefore: 4 };
    const after = applyOperation(make, read, tables);
    expect(after.pictures[0]?.regionsGiven).toBe(7);
    expect(after.pictures[0]?.elements.map(({ regionIds }) => regionIds)).toEqual([['r1'], []]);
    const back = applyOperations(after, invertOperation(make, read, tables), tables);
    expect(back.pictures[0]).toEqual({ ...make.pictures[0], regionsGiven: 7 });
    expect(() => applyOperation(back, read, tables)).toThrow('read anew in the meantime');
  });

  it('know the next thing to do, and tell of themselves in short', () => {
    const make = startingMake();
    expect(nextThing(newMake({ id: 'x', name: 'Empty' })).station).toBe('picture');
    expect(nextThing(make)).toEqual({ station: 'groups', words: '1 element needs a ladder', pictureId: 'p1', colouringId: null });
    const dressed = applyOperation(make, treat({ pictureId: 'p1', colouringId: 'c1' }, 'e1', { ladder: ladder('m2') }));
    expect(nextThing(dressed)).toMatchObject({ station: 'elements', words: '1 area still white' });
    expect(progressOfPicture(colouredPicture(dressed.pictures[0] ?? expect.fail()))).toMatchObject({
      regions: 4,
      whiteRegions: 1,
      elements: 2,
    });
    expect(summaryOf(dressed)).toMatchObject({
      name: 'The Balloon Post',
      pictures: [
        { id: 'p1', regions: 4, gathered: 3 },
        { id: 'p2', regions: 0, gathered: 0 },
      ],
      ladders: [
        { element: 'Scarf', rungs: [{ code: 'M2' }] },
        { element: 'Coat', rungs: [{ code: 'M1' }] },
      ],
    });
    const all = applyOperation(
      dressed,
      { kind: 'assignRegions', pictureId: 'p1', assignments: [{ regionId: 'r4', elementId: 'e1' }] },
      tables,
    );
    expect(nextThing(all), 'the second picture comes next').toEqual({
      station: 'picture',
      words: 'Find the areas of the picture',
      pictureId: 'p2',
      colouringId: null,
    });
  });
});

describe('the key of a reading', () => {
  it('changes with the raster, its scale, settings and mends, and with nothing else', () => {
    const [picture] = startingMake().pictures;
    if (!picture) expect.fail();
    const key = readingKey(picture);
    expect(readingKey({ ...picture, ...madeUpPicture({ name: 'Another', elements: [] }), mends: picture.mends })).toBe(key);
    const changed = [
      { widthMm: 61 },
      { mends: [] },
      { grey: { ...picture.grey, sha256: 'f'.repeat(64) } },
      { lineSettings: { depthShare: 0.3, leastSpeckMm2: 0.03, maxGapMm: 0.8, readMarks: true } },
    ];
    expect(new Set([key, ...changed.map((change) => readingKey({ ...picture, ...change }))]).size).toBe(5);
    expect(isReadUpToDate(picture)).toBe(false);
    expect(isReadUpToDate({ ...picture, regionMap: { ...regionMapOf(maps[0]), of: key } })).toBe(true);
  });
});

describe('region tables', () => {
  it('come back from their bytes, and say what is wrong with others', () => {
    expect(decodeRegionTable(maps[0].bytes)).toEqual(maps[0].table.table);
    expect(() => decodeRegionTable(new Uint8Array([1, 2, 3]))).toThrow(/no region table/);
    const newer = encodeRegionTable({ ...maps[0].table.table, schema: 2 as 1 });
    expect(() => decodeRegionTable(newer)).toThrow(/newer Aquachrome/);
  });
});

describe('steps', () => {
  it('go back and forth over any edits; readings that follow a step go with it; a new step ends what could be done again', () => {
    fc.assert(
      fc.property(
        fc.array(anyOperation, { minLength: 1, maxLength: 10 }),
        fc.array(fc.boolean(), { maxLength: 30 }),
        (operations, turns) => {
          let make = startingMake();
          let steps: Steps = noSteps;
          const edit = (id: string, turn: 'do' | 'follow' | 'undo' | 'redo', own: readonly Operation[]) => {
            const inverse = invertOperations(make, own, tables);
            make = applyOperations(make, own, tables);
            steps = advanceSteps(steps, { id, turn }, own, inverse);
          };
          const seen = [make];
          for (const [index, operation] of operations.entries()) {
            const { applied } = applyFitting(make, [operation]);
            if (applied.length === 0) continue;
            const last = steps.undo.at(-1);
            if (index % 3 === 2 && last) {
              edit(last.id, 'follow', applied);
              seen[seen.length - 1] = make;
            } else {
              edit(`step-${index}`, 'do', applied);
              seen.push(make);
            }
          }
          let at = seen.length - 1;
          for (const isUndo of turns) {
            const step = (isUndo ? steps.undo : steps.redo).at(-1);
            if (!step) continue;
            edit(step.id, isUndo ? 'undo' : 'redo', isUndo ? step.inverse : step.done);
            at += isUndo ? -1 : 1;
            expect(withoutNumbers(make)).toEqual(withoutNumbers(seen[at] ?? expect.fail()));
          }
          if (steps.redo.length > 0) {
            edit('new', 'do', [{ kind: 'patch', entity: 'make', fields: { name: 'New' } }]);
            expect(steps.redo).toEqual([]);
          }
        },
      ),
      { numRuns: 200 },
    );
  });
});
